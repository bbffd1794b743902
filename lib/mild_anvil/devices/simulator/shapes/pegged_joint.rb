# frozen_string_literal: true

module MildAnvil
  module Devices
    module Simulator
      module Shapes
        # Crushes the peg, bends, tears in steps and holds on to a share of its load.
        module PeggedJoint
          # @param strength [Float] newtons
          # @param random [Random]
          # @return [Path]
          def self.path(strength, random)
            reach = 0.018 * Shapes.about(random, 0.15)
            path = Path.new.to(reach * 0.10, strength * 0.08, bend: 1.4).to(reach * 0.35, strength * 0.70).to(
              reach * 0.62, strength * 0.93, bend: 0.6
            )
            path.fall(0.055 + (random.rand * 0.02)).to(reach * 0.80, strength,
                                                       bend: 0.8).fall(0.25 + (random.rand * 0.1))
            path.to(reach, strength * 0.70).fall(0.35).to(reach * 1.3, strength * 0.40).fall(0.7)
          end
        end
      end
    end
  end
end
