# frozen_string_literal: true

module MildAnvil
  module Core
    module Curve
      module Findings
        # Single samples of the electronics, set aside and said.
        module Spike
          POSITION = 28
          MOST_SHOWN = 20

          # @return [Array<Finding>]
          def self.find(analysis)
            analysis.spikes.first(MOST_SHOWN).map do |index|
              Finding.new(kind: :spike, at_seconds: analysis.time_axis[index], force_newtons: analysis.net[index],
                          extra: { sample: index },
                          because: "one sample off its neighbours, and back at once: set aside")
            end
          end
        end
      end
    end
  end
end
