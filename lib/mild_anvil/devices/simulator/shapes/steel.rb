# frozen_string_literal: true

module MildAnvil
  module Devices
    module Simulator
      module Shapes
        # Straight, yields, hardens, necks and parts.
        module Steel
          # @param strength [Float] newtons
          # @param random [Random]
          # @return [Path]
          def self.path(strength, random)
            reach = 0.020 * Shapes.about(random, 0.1)
            path = Path.new.to(reach * 0.02, strength * 0.03, bend: 1.5).to(reach * 0.14, strength * 0.70).to(
              reach * 0.30, strength * 0.80, bend: 0.7
            )
            path.to(reach * 0.75, strength, bend: 0.55).to(reach, strength * 0.93, bend: 1.6).fall(0.998)
          end
        end
      end
    end
  end
end
