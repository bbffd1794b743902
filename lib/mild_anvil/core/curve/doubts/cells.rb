# frozen_string_literal: true

module MildAnvil
  module Core
    module Curve
      module Doubts
        # Cells beside each other, and displays that stood still.
        module Cells
          OFF_SHARE = 0.03 # what the legs together may be off the main cell

          def self.of(finding, analysis)
            case finding.kind
            when :share then shared(finding)
            when :agreement then agreed(finding)
            else Doubts.doubt("likely", "a force that stood still looks alike", analysis.travel.nil?)
            end
          end

          def self.shared(finding)
            off = (finding.extra[:sum_share] - 1.0).abs
            Doubts.doubt("look", "the main cell was at its end", finding.extra[:main_saturated]) +
              Doubts.doubt("look", format("the legs together are %.1f %% off the main cell", 100 * off),
                           off > OFF_SHARE)
          end
          private_class_method :shared

          def self.agreed(finding)
            Doubts.doubt("look", "the cells differ by more than their uncertainties", finding.extra[:agree] == false) +
              Doubts.doubt("likely", "no uncertainties are known to judge by", finding.extra[:agree].nil?)
          end
          private_class_method :agreed
        end
      end
    end
  end
end
