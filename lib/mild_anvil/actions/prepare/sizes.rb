# frozen_string_literal: true

module MildAnvil
  module Actions
    module Prepare
      # What of a lot's pieces is measured, what the drawing allows, and the readings themselves.
      module Sizes
        MOST_READINGS = 50

        module_function

        # @param rows [Array<Hash>] name, role, unit, nominal, plus, minus (texts); replaces what was there
        # @param reference_substrate [Hash, nil] text, unit: the strength that breaks are carried over to
        # @raise [InvalidInput]
        def draw(lot_id:, rows:, person_id:, reference_substrate: nil)
          person = People.fetch!(person_id)
          names = rows.map { |row| row[:name].to_s.strip }
          if names.any?(&:empty?) || names.uniq != names
            raise InvalidInput.new("Each dimension has a name of its own", fields: { rows: "need names of their own" })
          end

          Store::Database.write do
            lot = Store::Models::Lot.locked!(lot_id)
            refuse_losing!(lot, names)
            before = lot_rows(lot).map(&:name)
            lot_rows(lot).each(&:delete)
            rows.each_with_index { |row, i| create(lot, row, i, person) }
            lot.update(reference_substrate_pascals: pascals(reference_substrate))
            Store::Events.record(:draw_dimensions, lot, person_id: person.id, lot_id: lot.id, before: { names: before },
                                                        after: { rows: rows })
            lot
          end
        end

        def lot_rows(lot) = Store::Models::DrawingDimension.where(lot_id: lot.id).order(:position).all

        # @param texts [Array<String>] readings as the tool showed them
        # @raise [InvalidInput] naming the reading
        def measure(lot_id:, specimen_id:, name:, texts:, unit:, person_id:, stage: "received", tool: "", once_key: nil)
          person = People.fetch!(person_id)
          lot = Store::Models::Lot.fetch!(lot_id)
          drawn = lot_rows(lot).find { |row| row.name == name } ||
                  raise(NotFound.new("nothing called #{name} is measured here", name: name))
          values = read(drawn, texts, unit, earlier(specimen_id, drawn))
          request = { specimen: specimen_id, name: name, texts: texts, unit: unit, stage: stage }
          OnceOnly.call(once_key, person_id: person.id, action: :measure_dimension, request: request) do
            keep(Store::Models::Lot.locked!(lot_id), specimen_id, values, person,
                 { name: name, stage: stage, tool: tool.to_s })
          end
          lot
        end

        def withdraw(id:, person_id:)
          person = People.fetch!(person_id)
          Store::Database.write do
            row = Store::Models::Dimension.where(id: id, withdrawn_at: nil).for_update.first ||
                  raise(NotFound.new("there is no such reading", id: id))
            row.update(withdrawn_at: Time.now)
            Store::Events.record(:withdraw_dimension, row, person_id: person.id, lot_id: row.specimen.lot_id,
                                                           before: { name: row.name, text: row.text, unit: row.unit })
            row.specimen.lot
          end
        end

        def keep(lot, specimen_id, values, person, columns)
          specimen = lot.specimens_dataset.first(id: specimen_id) ||
                     raise(NotFound.new("this lot has no such specimen", id: specimen_id))
          values.each do |reading|
            Store::Models::Dimension.create(specimen_id: specimen.id, person_id: person.id, value_si: reading.value_si,
                                            text: reading.text, unit: reading.unit, **columns)
          end
          Store::Events.record(:measure_dimension, specimen, person_id: person.id, lot_id: lot.id,
                                                             after: { **columns, texts: values.map(&:text) })
          specimen.id
        end
        private_class_method :keep

        # What this dimension of the piece should be near: its other readings, and the drawing.
        def earlier(specimen_id, drawn)
          rows = Store::Models::Dimension.where(specimen_id: specimen_id, name: drawn.name, withdrawn_at: nil)
          [*rows.select_map(:value_si), drawn.nominal_si].compact
        end
        private_class_method :earlier

        def read(drawn, texts, symbol, known)
          unless texts.size.between?(1, MOST_READINGS)
            raise InvalidInput.new("1 to #{MOST_READINGS} readings at once", fields: { texts: "are too many" })
          end

          unit = SizeUnits.find!(drawn.role, symbol)
          values = texts.map { |text| Core::Quantity::TypedReading.parse(text, unit, zero: true) }
          measured = Core::Prepare::Measured.new([*known, *values.map(&:value_si)])
          return values unless measured.mixed_units?

          raise InvalidInput.new("#{drawn.name}: #{texts.join(', ')} #{symbol} cannot be this dimension beside what " \
                                 "was read and drawn: was it typed in another unit?",
                                 fields: { texts: "differ as only units do" })
        end
        private_class_method :read

        def create(lot, row, position, person)
          unit = SizeUnits.find!(row[:role], row[:unit])
          Store::Models::DrawingDimension.create(lot_id: lot.id, position: position, name: row[:name].strip,
                                                 role: row[:role], unit: unit.symbol, person_id: person.id,
                                                 created_at: Time.now, **limits(row, unit))
        end
        private_class_method :create

        def limits(row, unit)
          return {} if row[:nominal].to_s.strip.empty?

          nominal = Core::Quantity::TypedReading.parse(row[:nominal], unit)
          plus, minus = %i[plus minus].map { |side| Core::Quantity::TypedReading.parse(row[side] || "0", unit, zero: true) }
          { nominal_si: nominal.value_si, plus_si: plus.value_si, minus_si: minus.value_si, nominal_text: nominal.text,
            plus_text: plus.text, minus_text: minus.text }
        rescue InvalidInput => e
          raise InvalidInput.new("#{row[:name]}: #{e.message}", fields: { rows: e.message })
        end
        private_class_method :limits

        # What was measured stays measured: its row cannot go.
        def refuse_losing!(lot, names)
          measured = Store::Models::Dimension.where(specimen_id: lot.specimens_dataset.select(:id), withdrawn_at: nil)
                                             .distinct.select_map(:name)
          lost = measured - names
          return if lost.empty?

          raise InvalidInput.new("#{lost.join(', ')} #{lost.one? ? 'was' : 'were'} measured already and must stay",
                                 fields: { rows: "were measured already" })
        end
        private_class_method :refuse_losing!

        def pascals(typed)
          return if typed.nil? || typed[:text].to_s.strip.empty?

          unit = Catalogue.units.of("pressure").find { |u| u.symbol == typed[:unit] } ||
                 raise(InvalidInput.new("“#{typed[:unit]}” is no unit of strength",
                                        fields: { reference_substrate: "has none" }))
          Core::Quantity::TypedReading.parse(typed[:text], unit).value_si
        end
        private_class_method :pascals
      end
    end
  end
end
