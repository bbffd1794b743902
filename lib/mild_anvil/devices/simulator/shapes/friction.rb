# frozen_string_literal: true

module MildAnvil
  module Devices
    module Simulator
      module Shapes
        # Held by friction alone: it sticks and slips, time and again, and never breaks before it has slid out.
        module Friction
          SLIPS = 8
          # @param strength [Float] newtons
          # @param random [Random]
          # @return [Path]
          def self.path(strength, random)
            reach = 0.120 * Shapes.about(random, 0.1)
            path = Path.new.to(reach * 0.12, strength * 0.93, bend: 1.1)
            (1..SLIPS).each do |slip|
              path.fall(0.08 + (random.rand * 0.06))
              path.to(reach * (0.12 + (0.8 * slip / SLIPS)),
                      strength * (slip == SLIPS / 2 ? 1.0 : Shapes.about(random, 0.02) * 0.95))
            end
            path.to(reach, strength * 0.2).fall(0.95)
          end
        end
      end
    end
  end
end
