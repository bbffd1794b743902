# frozen_string_literal: true

module MildAnvil
  module Core
    module Plan
      # Test loads made of steel, water or a pontoon: how much of what, in which steps, and what the cell should read
      # at each. A verified cell in line has the last word.
      module TestMass
        WATER = { fresh: 1000.0, sea: 1025.0 }.freeze # kilograms per cubic metre
        STEPS = [0.25, 0.5, 0.75, 1.0].freeze
        GRAVITY = 9.80665
        STEEL_DENSITY = 8000.0
        AIR_DENSITY = 1.2
        LAST_WORD = "A verified cell in line has the last word: stop filling when it reads the test load."
        # share of the load, what hangs then, and what the cell should read
        Step = Struct.new(:share, :kilograms, :litres, :reading_newtons, keyword_init: true)

        module_function

        # @param kilograms [Float] wanted; @param bag_kilograms [Float] of the empty bags and gear
        # @param limit [Float] litres that one bag holds
        # @return [Hash] bags:, litres: in all, litres_per_bag:, steps: litres at each step of the fill
        # @raise [InvalidInput]
        def water(kilograms, limit:, bag_kilograms: 0.0, kind: :fresh)
          density = WATER.fetch(kind) { raise InvalidInput.new("water is fresh or sea", kind: kind) }
          raise InvalidInput.new("a bag that holds nothing is no bag", limit: limit) unless limit.positive?

          litres = (kilograms - bag_kilograms) / density * 1000
          unless litres.positive?
            raise InvalidInput.new("the empty bags are heavier than the load", kilograms: kilograms,
                                                                               bags: bag_kilograms)
          end

          bags = (litres / limit).ceil
          { bags: bags, litres: litres, litres_per_bag: litres / bags, steps: STEPS.map do |share|
            [((kilograms * share) - bag_kilograms) / density * 1000, 0.0].max
          end }
        end

        # @return [Array<Step>] of a fill with water, with the reading expected at each
        def fill(kilograms, bag_kilograms: 0.0, kind: :fresh, gravity: GRAVITY)
          STEPS.map do |share|
            hangs = [kilograms * share, bag_kilograms].max
            Step.new(share: share, kilograms: hangs, litres: (hangs - bag_kilograms) / WATER.fetch(kind) * 1000,
                     reading_newtons: force(hangs, gravity: gravity))
          end
        end

        # Steel weights, the largest first, without going above the wanted load.
        # @param weights [Array<Hash>] kilograms:, count: in the shop
        # @return [Hash] taken: [{kilograms:, count:}], kilograms: in all, missing: kilograms short
        def steel(kilograms, weights)
          left = kilograms
          taken = weights.sort_by { |w| -w[:kilograms] }.filter_map do |weight|
            raise InvalidInput.new("a weight must be above 0 kg", weight: weight[:kilograms]) unless
              weight[:kilograms].positive?

            count = [((left / weight[:kilograms]) + 1e-9).floor, weight[:count]].min
            left -= count * weight[:kilograms]
            count.positive? ? { kilograms: weight[:kilograms], count: count } : nil
          end
          { taken: taken, kilograms: kilograms - left, missing: left }
        end

        # A pontoon of so many compartments, filled one after another to keep it level.
        # @return [Hash] compartments:, litres_each:, reading_newtons: of the whole
        def pontoon(kilograms, compartments:, own_kilograms:, limit:, kind: :fresh)
          water = water(kilograms, limit: limit, bag_kilograms: own_kilograms, kind: kind)
          if water[:bags] > compartments
            raise InvalidInput.new("#{compartments} compartments of #{limit.round} litres hold " \
                                   "#{(compartments * limit).round} litres, #{water[:litres].ceil} are needed",
                                   compartments: compartments)
          end

          { compartments: compartments, litres_each: water[:litres] / compartments,
            reading_newtons: force(kilograms) }
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
