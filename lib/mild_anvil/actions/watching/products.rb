# frozen_string_literal: true

module MildAnvil
  module Actions
    module Watching
      # What is broken every morning: taken in, changed, given up.
      module Products
        module_function

        # @param values [Hash] name, measurand, display_unit, limit {text, unit}, limit_source, weekdays, instrument_id
        # @raise [InvalidInput]
        def add(values:, person_id:)
          person = People.fetch!(person_id)
          columns = columns({ measurand: "force", weekdays: "12345" }.merge(values))
          named!(columns[:name])
          Store::Database.write do
            row = told_apart(columns[:name]) { Store::Models::WatchedProduct.create(person_id: person.id, **columns) }
            Store::Events.record(:add_watched_product, row, person_id: person.id, after: columns)
            row
          end
        end

        # @raise [Conflict] when it was changed meanwhile
        def change(id:, version:, values:, person_id:)
          person = People.fetch!(person_id)
          Store::Database.write do
            row = Store::Models::WatchedProduct.locked!(id)
            Stale.refuse!(row, version, "this product")
            if values[:measurand] && values[:measurand] != row.measurand
              refuse(:measurand,
                     "What is measured does not change")
            end
            columns = columns({ measurand: row.measurand, display_unit: row.display_unit }.merge(values))
            named!(columns[:name]) if columns.key?(:name)
            before = row.values.slice(*columns.keys)
            told_apart(columns[:name]) { row.update(version: row.version + 1, **columns) }
            Store::Events.record(:change_watched_product, row, person_id: person.id, before: before, after: columns)
            row
          end
        end

        def retire(id:, person_id:)
          person = People.fetch!(person_id)
          Store::Database.write do
            row = Store::Models::WatchedProduct.locked!(id)
            raise Conflict, "It is not watched any more already" if row.retired_at

            row.update(retired_at: Time.now)
            Store::Events.record(:retire_watched_product, row, person_id: person.id)
            row
          end
        end

        def columns(values)
          measurand = Catalogue.measurand(values[:measurand])
          unit = measurand.unit!(values[:display_unit] || measurand.units.first.symbol)
          Core::Watch::Rota.new(values[:weekdays]) if values[:weekdays]
          cell = values[:instrument_id] && Store::Models::Instrument.fetch!(values[:instrument_id])
          kept = values.slice(:name, :limit_source, :weekdays).transform_values { |v| v.to_s.strip }
          kept.merge(measurand: measurand.key, display_unit: unit.symbol, **limit(values, measurand),
                     **(values.key?(:instrument_id) ? { instrument_id: cell&.id } : {}))
        end
        private_class_method :columns

        def limit(values, measurand)
          return {} unless values.key?(:limit)
          if values[:limit].nil? || values[:limit][:text].to_s.strip.empty?
            return { limit_si: nil, limit_text: nil,
                     limit_unit: nil }
          end

          read = Core::Quantity::TypedReading.parse(values[:limit][:text], measurand.unit!(values[:limit][:unit]))
          { limit_si: read.value_si, limit_text: read.text, limit_unit: read.unit }
        rescue InvalidInput => e
          refuse(:limit, e.message)
        end
        private_class_method :limit

        def named!(name)
          refuse(:name, "A product needs a name") if name.to_s.empty?
        end
        private_class_method :named!

        def told_apart(name)
          yield
        rescue Sequel::UniqueConstraintViolation
          refuse(:name, "“#{name}” is watched already, or was")
        end
        private_class_method :told_apart

        def refuse(field, words) = raise(InvalidInput.new(words, fields: { field => words }))
        private_class_method :refuse
      end
    end
  end
end
