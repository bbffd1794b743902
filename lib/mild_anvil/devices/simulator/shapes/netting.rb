# frozen_string_literal: true

module MildAnvil
  module Devices
    module Simulator
      module Shapes
        # Meshes go one after the other before the border rope parts.
        module Netting
          # @param strength [Float] newtons
          # @param random [Random]
          # @return [Path]
          def self.path(strength, random)
            reach = 0.140 * Shapes.about(random, 0.1)
            path = Path.new.to(reach * 0.45, strength * 0.25, bend: 2.1)
            [0.55, 0.66, 0.78, 0.88].each do |at|
              path.to(reach * at, strength * (at**1.6)).fall(0.03 + (random.rand * 0.03))
            end
            path.to(reach, strength, bend: 1.1).fall(0.985)
          end
        end
      end
    end
  end
end
