# frozen_string_literal: true

module MildAnvil
  module Core
    module Compare
      # The order of all groups, and what it is worth.
      module RankingWords
        MOST_NAMED = 6

        module_function

        # @return [Hash] places:, chance_of_order:, sentences:
        def call(ranking, comparable, figures)
          places = ranking.places
          chance = ranking.chance_of_order
          { places: places.map { |place| row(place, figures) }, chance_of_order: chance,
            sentences: places.size < 2 ? [] : [order(places), worth(places, chance, comparable), *together(places)] }
        end

        def row(place, figures)
          { key: place.side.key, name: place.side.name, centre: figures.nearest(place.centre).to_h,
            chance_above: place.chance_above, apart: place.apart }
        end
        private_class_method :row

        def order(places)
          named = places.first(MOST_NAMED).map { |place| "“#{place.side.name}”" }
          "From the highest: #{named.join(', ')}#{" and #{places.size - MOST_NAMED} more" if places.size > MOST_NAMED}."
        end
        private_class_method :order

        def worth(places, chance, comparable)
          if places.all? { |place| place.side.size == 1 }
            return "One piece each: this order is that of single pieces, and says little of what they stand for."
          end
          return "The chance of this order cannot be told: a group has one value, or no scatter." if chance.nil?

          share = format("%.0f", chance * 100)
          "That all of this order is right: #{{ '100' => '> 99', '0' => '< 1' }.fetch(share, share)} % by average " \
            "#{comparable.name}."
        end
        private_class_method :worth

        def together(places)
          near = places.each_cons(2).reject { |place, _| place.apart }.map do |one, other|
            "“#{one.side.name}” and “#{other.side.name}”"
          end
          return if near.empty?

          "Not told apart: #{near.first(MOST_NAMED).join('; ')}#{' and more' if near.size > MOST_NAMED}."
        end
        private_class_method :together
      end
    end
  end
end
