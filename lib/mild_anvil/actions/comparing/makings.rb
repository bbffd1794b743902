# frozen_string_literal: true

module MildAnvil
  module Actions
    module Comparing
      # What one piece of a lot takes to make, so that strength can be set against it.
      module Makings
        NAMES = %i[cost grams minutes].freeze
        LARGEST = 1.0e9

        module_function

        # @param lots [Array<Store::Models::Lot>]
        # @return [Array<Hash>] lot_id, name, cost, grams, minutes; nil where nobody said
        def of(lots)
          rows = Store::Models::Making.of(lots.map(&:id))
          lots.map do |lot|
            { lot_id: lot.id, name: lot.name, **NAMES.to_h do |n|
              [n, rows[lot.id] && rows[lot.id][n]]
            end }
          end
        end

        # @return [Hash]
        def shown(lot_id) = of([Store::Models::Lot.fetch!(lot_id)]).first

        # @param values [Hash] any of cost (in the shop's currency), grams, minutes; nil takes one back
        # @return [Store::Models::Making]
        # @raise [InvalidInput]
        def keep(lot_id:, values:, person_id:)
          person = People.fetch!(person_id)
          wrong = values.find { |_, value| value && !value.to_f.between?(Float::MIN, LARGEST) }
          if wrong
            raise InvalidInput.new("#{wrong.first} must be above 0",
                                   fields: { wrong.first => "must be above 0" })
          end

          Store::Database.write do
            lot = Store::Models::Lot.locked!(lot_id)
            before = Store::Models::Making.of([lot.id])[lot.id]
            kept = NAMES.to_h { |name| [name, values.key?(name) ? values[name] : before && before[name]] }
            row = Store::Models::Making.create(lot_id: lot.id, person_id: person.id, **kept)
            Store::Events.record(:keep_making, lot, person_id: person.id, lot_id: lot.id,
                                                    before: before ? before.values.slice(*NAMES) : {}, after: kept)
            row
          end
        end
      end
    end
  end
end
