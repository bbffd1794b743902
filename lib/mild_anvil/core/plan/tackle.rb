# frozen_string_literal: true

module MildAnvil
  module Core
    module Plan
      # What a rope rig does to a force: tackles, redirects, a line pulled sideways, a ram.
      module Tackle
        NUT_FACTORS = [0.12, 0.25].freeze # lubricated to rusty

        module_function

        # @param parts [Integer] parts of rope that carry the load
        # @param efficiency [Float] of a sheave, 0 < η <= 1
        # @param from_moving_block [Boolean] whether the hauling part comes off the moving block
        # @return [Float] load over hand force
        # @raise [InvalidInput]
        # Method: Σ ηⁱ over the parts, i from 1 off the fixed block and from 0 off the moving one.
        def advantage(parts, efficiency: 1.0, from_moving_block: false)
          raise InvalidInput.new("a tackle has at least one part", parts: parts) if parts < 1
          unless efficiency.positive? && efficiency <= 1
            raise InvalidInput.new("a sheave's efficiency lies above 0 and up to 1",
                                   efficiency: efficiency)
          end

          first = from_moving_block ? 0 : 1
          (first...(first + parts)).sum { |i| efficiency**i }
        end

        # @param stages [Array<Float>] advantages, one pulling on the next
        # @return [Float]
        def compound(stages) = stages.reduce(1.0, :*)

        # @param tension [Float] newtons; @param angle_degrees [Float] between the two rope parts
        # @return [Float] newtons on the anchor of a redirect
        # @raise [InvalidInput]
        def redirect(tension, angle_degrees)
          unless angle_degrees.between?(0, 180)
            raise InvalidInput.new("the angle between two rope parts lies from 0° to 180°", angle: angle_degrees)
          end

          2 * tension * Math.cos(radians(angle_degrees) / 2)
        end

        # @param sideways [Float] newtons; @param sag_degrees [Float] of each half from the straight line
        # @return [Float] newtons of tension in the line
        # @raise [InvalidInput] for a line without any sag: its tension has no limit
        def sideways(sideways, sag_degrees)
          unless sag_degrees.positive? && sag_degrees < 90
            raise InvalidInput.new(
              "a straight line pulled sideways has no limit to its tension: give the angle it takes", angle: sag_degrees
            )
          end

          sideways / (2 * Math.sin(radians(sag_degrees)))
        end

        # @param pressure [Float] pascal; @param bore [Float] metres; @param rod [Float] metres, for the pulling side
        # @return [Float] newtons
        # @raise [InvalidInput] for a rod that fills the bore
        def ram(pressure, bore, rod: 0.0)
          unless pressure.positive? && bore.positive? && rod >= 0 && rod < bore
            raise InvalidInput.new("a ram has a pressure and a bore above 0, and a rod thinner than the bore",
                                   pressure: pressure, bore: bore, rod: rod)
          end

          pressure * Math::PI * ((bore**2) - (rod**2)) / 4
        end

        # @return [Float] pascal that make a force
        def ram_pressure(force, bore, rod: 0.0) = force / ram(1.0, bore, rod: rod)

        # Two legs at an included angle carry this together; each strand at most its share.
        # @return [Float] newtons
        def two_legs(leg, included_degrees) = 2 * leg * Math.cos(radians(included_degrees) / 2)

        # A setting aid; the cell decides.
        # @param torque [Float] newton metres; @param diameter [Float] metres; @param nut_factor [Float] K, 0.12 to 0.25
        # @return [Float] newtons
        def preload(torque, diameter, nut_factor: 0.20)
          unless torque.positive? && diameter.positive? && nut_factor.positive?
            raise InvalidInput.new("torque, diameter and nut factor must be above 0", torque: torque)
          end

          torque / (nut_factor * diameter)
        end

        # @return [Float] newton metres that make a preload
        def torque_for(force, diameter, nut_factor: 0.20) = force * nut_factor * diameter

        def radians(degrees) = degrees * Math::PI / 180
        private_class_method :radians
      end
    end
  end
end
