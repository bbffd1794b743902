# frozen_string_literal: true

module MildAnvil
  module Devices
    module Simulator
      module Shapes
        # Straight to a brittle end.
        module Casting
          # @param strength [Float] newtons
          # @param random [Random]
          # @return [Path]
          def self.path(strength, random)
            reach = 0.006 * Shapes.about(random, 0.1)
            Path.new.to(reach * 0.12, strength * 0.06, bend: 1.5).to(reach, strength, bend: 0.95).fall(0.999)
          end
        end
      end
    end
  end
end
