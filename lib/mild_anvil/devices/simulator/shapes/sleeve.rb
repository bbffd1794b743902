# frozen_string_literal: true

module MildAnvil
  module Devices
    module Simulator
      module Shapes
        # An outer part tears first and hangs in rags; what is inside carries on to the break.
        module Sleeve
          # @param strength [Float] newtons
          # @param random [Random]
          # @return [Path]
          def self.path(strength, random)
            reach = 0.080 * Shapes.about(random, 0.1)
            path = Path.new.to(reach * 0.4, strength * 0.62, bend: 1.4).fall(0.35 + (random.rand * 0.1))
            path.to(reach * 0.5, strength * 0.38, bend: 1.1).to(reach, strength, bend: 1.3).fall(0.99)
          end
        end
      end
    end
  end
end
