# frozen_string_literal: true

module MildAnvil
  module Core
    module Instrument
      # What a kilogram weighs here, and how well that is known.
      class Gravity
        STANDARD = 9.80665
        # From the equator to the poles g lies so far from the standard value.
        STANDARD_HALF_SHARE = 0.0027
        # Mountains and rock move it by so much from the formula, almost everywhere.
        FORMULA_HALF_SHARE = 1.0e-4
        # A figure from a survey or a map of gravity.
        GIVEN_HALF_SHARE = 2.0e-5
        PLAUSIBLE = (9.76..9.84)
        HEIGHTS = (-500.0..9000.0)
        EQUATOR = 9.780327
        PER_METRE = 3.086e-6 # free air
        AIR_DENSITY = 1.2
        MASS_DENSITY = 8000.0 # kg/m³, as masses are stated

        attr_reader :value, :half_share, :source

        # @return [Gravity] the standard value, where nobody said where the bench stands
        def self.standard = new(STANDARD, STANDARD_HALF_SHARE, "standard")

        # @param degrees [Float] latitude
        # @param metres [Float] above the sea
        # @raise [InvalidInput]
        # Source: international gravity formula 1980, free-air correction
        def self.at(degrees, metres = 0.0)
          raise InvalidInput.new("a latitude lies from -90 to 90°", fields: { latitude: "from -90 to 90" }) unless
            degrees.between?(-90, 90)
          raise InvalidInput.new("a height lies from -500 to 9000 m", fields: { height: "from -500 to 9000" }) unless
            HEIGHTS.cover?(metres)

          sine = Math.sin(degrees * Math::PI / 180)
          twice = Math.sin(2 * degrees * Math::PI / 180)
          new((EQUATOR * (1 + (0.0053024 * (sine**2)) - (0.0000058 * (twice**2)))) - (PER_METRE * metres),
              FORMULA_HALF_SHARE, "latitude and height")
        end

        # @raise [InvalidInput] for what no place on earth has
        def self.given(value)
          unless PLAUSIBLE.cover?(value)
            raise InvalidInput.new("g lies from 9.76 to 9.84 m/s² on earth",
                                   fields: { gravity: "from 9.76 to 9.84" })
          end

          new(value, GIVEN_HALF_SHARE, "given")
        end

        # @param half_share [Float] it may lie so far either way, as a share
        def initialize(value, half_share, source)
          @value = value
          @half_share = half_share
          @source = source
          freeze
        end

        # @param kilograms [Float]; @param buoyancy [Boolean] take off what the air carries
        # @return [Float] newtons
        def weight(kilograms, buoyancy: false)
          kilograms * value * (buoyancy ? 1 - (AIR_DENSITY / MASS_DENSITY) : 1)
        end
      end
    end
  end
end
