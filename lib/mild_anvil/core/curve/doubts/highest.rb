# frozen_string_literal: true

module MildAnvil
  module Core
    module Curve
      module Doubts
        # A peak that is a lower bound, or between two samples.
        module Highest
          MISSED_SHARE = 0.01

          def self.of(finding, _analysis)
            missed = finding.extra[:missed_newtons]
            sampled = format("up to %.1f %% more may lie between two samples", 100 * missed / finding.force_newtons)
            Doubts.doubt("look", "a lower bound: the cell or the logger did not say the whole force",
                         finding.extra[:lower_bound]) +
              Doubts.doubt("likely", sampled, missed > MISSED_SHARE * finding.force_newtons)
          end
        end
      end
    end
  end
end
