# frozen_string_literal: true

module MildAnvil
  module Core
    module Curve
      module Doubts
        # What is left after a break, near nothing or not seen long enough.
        module Carried
          NEAR_SHARE = 0.02 # of the peak, from the limit of 5 %
          SHORT_SECONDS = 2.0

          def self.of(finding, analysis)
            return slid(analysis) if finding.kind == :sliding
            return [["look", "the recording ends too soon to say"]] if finding.extra[:carries].nil?

            left(*finding.extra.values_at(:share_of_peak, :seconds))
          end

          def self.slid(analysis)
            Doubts.doubt("likely", "no displacement shows that it slid", analysis.travel.nil?)
          end
          private_class_method :slid

          def self.left(share, seconds)
            near = (share - Findings::Residual::CARRIES_SHARE).abs < NEAR_SHARE
            Doubts.doubt("look", format("%.1f %% of the peak, near the limit of 5 %%", 100 * share), near) +
              Doubts.doubt("likely", format("seen for %.2g s only", seconds || 0.0),
                           !seconds.nil? && seconds < SHORT_SECONDS)
          end
          private_class_method :left
        end
      end
    end
  end
end
