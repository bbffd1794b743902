# frozen_string_literal: true

module MildAnvil
  module Devices
    module Simulator
      module Shapes
        # Straight, a first crack, the peak, then a long slide that carries less and less.
        module Anchor
          # @param strength [Float] newtons
          # @param random [Random]
          # @return [Path]
          def self.path(strength, random)
            reach = 0.012 * Shapes.about(random, 0.2)
            path = Path.new.to(reach * 0.22, strength * 0.76).fall(0.07 + (random.rand * 0.03)).to(reach * 0.5,
                                                                                                   strength, bend: 0.7)
            path.to(reach * 0.8, strength * 0.86).to(reach * 1.4, strength * 0.48, bend: 0.8).to(reach * 2.2,
                                                                                                 strength * 0.30)
          end
        end
      end
    end
  end
end
