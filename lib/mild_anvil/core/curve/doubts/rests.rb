# frozen_string_literal: true

module MildAnvil
  module Core
    module Curve
      module Doubts
        # A zero that rests on little, or that moved.
        module Rests
          FEW = 15 # readings
          DRIFT_SHARE = 0.005 # of the peak
          GRAVE_SHARE = 0.01
          DRIFT_SIGMAS = 3

          def self.of(finding, analysis)
            return [] unless finding.kind == :zero

            quiet = analysis.quiet || analysis.quiet_after
            return [["look", "no rest to take a zero from: every force may be off by it"]] if quiet.nil?

            Doubts.doubt("likely", "from the rest after the load alone", analysis.quiet.nil?) +
              Doubts.doubt("likely", "from #{count(quiet)} readings only", count(quiet) < FEW) + drift(analysis)
          end

          def self.count(quiet) = quiet.last - quiet.first + 1
          private_class_method :count

          def self.drift(analysis)
            went = analysis.baseline.drift_newtons.to_f.abs
            seen = went > DRIFT_SIGMAS * analysis.sigma_newtons
            share = went / analysis.peak_newtons
            words = format("the zero went by %.1f %% of the peak during the pull", 100 * share)
            Doubts.doubt("look", words, seen && share > GRAVE_SHARE) +
              Doubts.doubt("likely", words, seen && share > DRIFT_SHARE)
          end
          private_class_method :drift
        end
      end
    end
  end
end
