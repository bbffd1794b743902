# frozen_string_literal: true

module MildAnvil
  module Core
    module Plan
      # Test loads made of steel or water: how much of what, in which steps.
      module TestMass
        WATER = { fresh: 1000.0, sea: 1025.0 }.freeze # kilograms per cubic metre
        STEPS = [0.25, 0.5, 0.75, 1.0].freeze
        GRAVITY = 9.80665
        STEEL_DENSITY = 8000.0
        AIR_DENSITY = 1.2

        module_function

        # @param kilograms [Float] wanted; @param bag_kilograms [Float] of the empty bags and gear
        # @param limit [Float] litres that one bag holds
        # @return [Hash] bags:, litres: in all, litres_per_bag:, steps: litres at each step of the fill
        # @raise [InvalidInput]
        def water(kilograms, limit:, bag_kilograms: 0.0, kind: :fresh)
          litres = (kilograms - bag_kilograms) / WATER.fetch(kind) * 1000
          unless litres.positive?
            raise InvalidInput.new("the empty bags are heavier than the load", kilograms: kilograms,
                                                                               bags: bag_kilograms)
          end

          bags = (litres / limit).ceil
          { bags: bags, litres: litres, litres_per_bag: litres / bags, steps: STEPS.map do |share|
            [((kilograms * share) - bag_kilograms) / WATER.fetch(kind) * 1000, 0.0].max
          end }
        end

        # @param kilograms [Float]; @param gravity [Float] local
        # @param buoyancy [Boolean] whether the air's lift on steel is taken off
        # @return [Float] newtons
        def force(kilograms, gravity: GRAVITY, buoyancy: false)
          kilograms * gravity * (buoyancy ? 1 - (AIR_DENSITY / STEEL_DENSITY) : 1.0)
        end
      end
    end
  end
end
