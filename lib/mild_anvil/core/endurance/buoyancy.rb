# frozen_string_literal: true

module MildAnvil
  module Core
    module Endurance
      # What a floating cell of gas would carry had pressure, depth and temperature stayed as they were at the start:
      # only what is then missing was lost.
      module Buoyancy
        KELVIN = 273.15
        STANDARD_G = 9.80665
        AIR_LOW_PASCAL = 50_000.0 # a mountain hut
        AIR_HIGH_PASCAL = 108_500.0 # more than any weather
        FRESH = 1000.0
        COLDEST = -2.0 # °C of a water that is not ice
        WARMEST = 60.0

        # pascal: absolute, at the surface; metres: depth of the cell; celsius: of its gas
        Conditions = Struct.new(:pascal, :metres, :celsius, keyword_init: true)

        module_function

        # @param newtons [Float] buoyancy under the conditions now
        # @return [Float] newtons under the conditions at first: B2·(P2 + ρgh2)/(P1 + ρgh1)·T1/T2
        # @raise [InvalidInput] for a pressure that is no absolute one, and a temperature that no water has
        # Source: the law of ideal gases (Clapeyron 1834); docs/validation.md, section on long tests, has the case
        #   worked by hand
        def to_first(newtons, now:, first:, density: FRESH)
          [first, now].each { |conditions| check!(conditions) }
          newtons * absolute(now, density) / absolute(first, density) *
            (first.celsius + KELVIN) / (now.celsius + KELVIN)
        end

        def absolute(conditions, density) = conditions.pascal + (density * STANDARD_G * conditions.metres)

        def check!(conditions)
          pascal!(conditions.pascal)
          metres!(conditions.metres)
          celsius!(conditions.celsius)
        end

        # A pressure of air, absolute.
        # @raise [InvalidInput]
        def pascal!(pascal)
          return if pascal.between?(AIR_LOW_PASCAL, AIR_HIGH_PASCAL)

          raise InvalidInput.new("#{(pascal / 100).round} hPa is no pressure of air outdoors: the correction " \
                                 "needs the " \
                                 "absolute pressure, about 1013 hPa at sea level, and not what a gauge shows",
                                 fields: { pressure: "is not absolute" })
        end

        def metres!(metres)
          return if metres >= 0

          raise InvalidInput.new("a depth of #{metres} m lies above the water",
                                 fields: { depth: "lies above the water" })
        end

        def celsius!(celsius)
          return if celsius.between?(COLDEST, WARMEST)

          raise InvalidInput.new("#{celsius} °C is no temperature of water: type degrees Celsius",
                                 fields: { temperature: "is no temperature of water" })
        end
        private_class_method :metres!, :celsius!
      end
    end
  end
end
