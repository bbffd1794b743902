# frozen_string_literal: true

module MildAnvil
  module Core
    module Curve
      module Doubts
        # Loops, cycles and creep.
        module Repeats
          FEW = 3
          UNKNOWN = "the recording starts under load: set and area are not known"
          FAR = 100.0 # times the recorded time that a creep is extrapolated to

          def self.of(finding, analysis)
            case finding.kind
            when :loop then Doubts.doubt("look", UNKNOWN, finding.extra[:set_metres].nil?)
            when :cycles then few(finding.extra[:count])
            else creep(finding, analysis)
            end
          end

          def self.few(count) = Doubts.doubt("likely", "only #{count} are alike", count < FEW)
          private_class_method :few

          def self.creep(finding, analysis)
            hours = (analysis.time_axis.end_seconds - analysis.time_axis[0]) / 3600
            ahead = Findings::Creep::FIFTY_YEARS_HOURS / hours
            Doubts.doubt("look", "it does not go on beyond its noise", finding.extra[:law] == "none") +
              Doubts.doubt("likely", format("50 years are %.0f times what was recorded", ahead), ahead > FAR)
          end
          private_class_method :creep
        end
      end
    end
  end
end
