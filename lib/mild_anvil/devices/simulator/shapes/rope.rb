# frozen_string_literal: true

module MildAnvil
  module Devices
    module Simulator
      module Shapes
        # Stiffens as the strands bed in, lets a tuck slip now and then, and breaks all at once.
        module Rope
          # @param strength [Float] newtons
          # @param random [Random]
          # @return [Path]
          def self.path(strength, random)
            length = 0.060 * Shapes.about(random, 0.08)
            path = Path.new.to(length * 0.55, strength * 0.34, bend: 1.8)
            path.fall(0.02 + (random.rand * 0.03)).to(length * 0.80, strength * 0.66, bend: 1.15)
            path.fall(0.015 + (random.rand * 0.03)).to(length, strength, bend: 1.05).fall(0.995)
          end
        end
      end
    end
  end
end
