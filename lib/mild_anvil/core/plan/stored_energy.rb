# frozen_string_literal: true

module MildAnvil
  module Core
    module Plan
      # What lets fly when something lets go, in joules and as a falling mass.
      module StoredEnergy
        GRAVITY = 9.80665
        WATER_BULK_MODULUS = 2.2e9 # pascal, at room temperature

        module_function

        # @param force [Float] newtons at the upper estimate; @param stiffnesses [Array<Float>] newtons per metre, in
        #   line
        # @return [Float] joules
        # Method: ½F²/k of each, added up.
        def springs(force, stiffnesses)
          unless stiffnesses.all?(&:positive?)
            raise InvalidInput.new("a stiffness must be above zero",
                                   stiffnesses: stiffnesses)
          end

          stiffnesses.sum { |k| force * force / (2 * k) }
        end

        # @param p1 [Float] absolute pressure, pascal; @param volume [Float] cubic metres; @param p0 [Float] outside;
        #   @param gamma [Float] 1.4 for air
        # @return [Float] joules of a gas that expands without exchange of heat
        # @raise [InvalidInput]
        def gas(p1, volume, p0: 101_325.0, gamma: 1.4)
          unless p1 > p0
            raise InvalidInput.new("the pressure inside must lie above the one outside; both absolute", p1: p1,
                                                                                                        p0: p0)
          end

          p1 * volume / (gamma - 1) * (1 - ((p0 / p1)**((gamma - 1) / gamma)))
        end

        # The same vessel filled with a liquid: only what the liquid is squeezed by.
        # @param p1 [Float] absolute pressure, pascal; @param volume [Float] cubic metres
        # @return [Float] joules
        # Method: (p1 − p0)² V / 2K.
        def liquid(p1, volume, p0: 101_325.0, bulk_modulus: WATER_BULK_MODULUS)
          unless p1 > p0 && volume.positive?
            raise InvalidInput.new("the pressure inside must lie above the one outside, the volume above 0; both " \
                                   "pressures absolute", p1: p1, p0: p0)
          end

          ((p1 - p0)**2) * volume / (2 * bulk_modulus)
        end

        # @return [Float] metres from which that mass would fall to have as much
        def as_fall(joules, kilograms) = joules / (kilograms * GRAVITY)

        # @return [Float] kilograms that fall so far for as much
        def as_mass(joules, metres) = joules / (metres * GRAVITY)
      end
    end
  end
end
