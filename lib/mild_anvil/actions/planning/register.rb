# frozen_string_literal: true

module MildAnvil
  module Actions
    module Planning
      # Benches, instruments, gear and near misses: the registers that plans choose from.
      module Register
        MODELS = { "benches" => Store::Models::Bench, "instruments" => Store::Models::Instrument,
                   "gear" => Store::Models::Gear }.freeze
        # columns that are typed with a unit of their own, and the quantity each must be of
        TYPED = { pull: [:pull_newtons, "force"], push: [:push_newtons, "force"], guard: [:guard_newtons, "force"],
                  stroke: [:stroke_metres, "displacement"], arm: [:arm_metres, "displacement"],
                  bed: [:bed_metres, "displacement"],
                  capacity: [:capacity_newtons, "force"], resolution: [:resolution_newtons, "force"],
                  verified_low: [:verified_low_newtons, "force"], verified_high: [:verified_high_newtons, "force"],
                  tolerance: [:tolerance_newtons, "force"],
                  strength: [:strength_newtons, "force"], highest_before: [:highest_before_newtons, "force"] }.freeze
        MINUTE = 60
        PER_MINUTE = { slowest_mm_per_minute: :slowest_metres_per_second,
                       fastest_mm_per_minute: :fastest_metres_per_second }.freeze
        private_constant :MINUTE
        SQUARE_CENTIMETRE = 1.0e-4
        SHARES = { scatter_percent: :scatter_share, tolerance_percent: :tolerance_share }.freeze

        module_function

        # @return [Hash] see RegisterRows
        def show = RegisterRows.all

        # @param values [Hash] columns; typed ones as text and unit
        # @return [Sequel::Model]
        # @raise [InvalidInput]
        def add(table:, values:, person_id:)
          person = People.fetch!(person_id)
          columns = columns(table == "instruments" ? { unit: values.dig(:capacity, :unit), **values } : values).compact
          check!(table, columns)
          Store::Database.write do
            row = told_apart(columns[:name]) { MODELS.fetch(table).create(person_id: person.id, **columns) }
            Store::Events.record(:"add_#{table}", row, person_id: person.id, after: columns)
            row
          end
        end

        # @raise [Conflict] when it was changed meanwhile
        def change(table:, id:, values:, person_id:, version: nil)
          person = People.fetch!(person_id)
          columns = columns(values)
          Store::Database.write do
            row = MODELS.fetch(table).where(id: id, retired_at: nil).for_update.first || unknown!(id)
            Stale.refuse!(row, version, "this row")
            check!(table, row.values.merge(columns))
            before = row.values.slice(*columns.keys)
            told_apart(columns[:name]) { row.update(version: row.version + 1, **columns) }
            Chain::RefreshInstrument.call(row) if table == "instruments"
            Store::Events.record(:"change_#{table}", row, person_id: person.id, before: before, after: columns)
            row
          end
        end

        def retire(table:, id:, person_id:)
          person = People.fetch!(person_id)
          Store::Database.write do
            row = MODELS.fetch(table).where(id: id, retired_at: nil).for_update.first || unknown!(id)
            row.update(retired_at: Time.now)
            Store::Events.record(:"retire_#{table}", row, person_id: person.id)
            row
          end
        end

        # Something flew: what, and how far. The next stand-off follows from it.
        def note_near_miss(what:, distance:, person_id:, bench_id: nil, lot_id: nil)
          person = People.fetch!(person_id)
          Practice::Apart.real!(Store::Models::Lot.fetch!(lot_id), "Nothing flew") if lot_id
          metres = read(distance, "displacement", :distance)
          raise InvalidInput.new("How far did it fly?", fields: { distance: "is 0" }) unless metres.positive?

          Store::Database.write do
            row = Store::Models::NearMiss.create(what: what, metres: metres, bench_id: bench_id, lot_id: lot_id,
                                                 person_id: person.id)
            Store::Events.record(:note_near_miss, row, person_id: person.id, lot_id: lot_id,
                                                       after: { what: what, metres: metres })
            row
          end
        end

        # Two of one name cannot be told apart at the bench; the same form sent twice is one row. The schema holds it.
        def told_apart(name)
          yield
        rescue Sequel::UniqueConstraintViolation
          raise InvalidInput.new("The register has “#{name}” already", fields: { name: "is in use" })
        end
        private_class_method :told_apart

        def unknown!(id) = raise(NotFound.new("the register has no such row", id: id))
        private_class_method :unknown!

        def columns(values)
          values.to_h do |name, value|
            column, quantity = TYPED[name]
            next [column, value && read(value, quantity, name)] if column
            next [PER_MINUTE[name], value && (value.to_f / 1000 / MINUTE)] if PER_MINUTE.key?(name)

            SHARES.key?(name) ? [SHARES[name], value && (value.to_f / 100)] : plain(name, value)
          end
        end
        private_class_method :columns

        def plain(name, value)
          return [:stiffness_newtons_per_metre, value && (value.to_f * 1000)] if name == :stiffness_n_per_mm
          return [:piston_square_metres, value && (value.to_f * SQUARE_CENTIMETRE)] if name == :piston_cm2

          [name, name.end_with?("_on") && value ? date(value, name) : value]
        end
        private_class_method :plain

        def date(text, name)
          Date.iso8601(text)
        rescue Date::Error
          raise InvalidInput.new("“#{text}” is no date", fields: { name => "is no date" })
        end
        private_class_method :date

        def read(typed, quantity, name)
          Core::Plan::TypedContent.new({ name => typed }, Catalogue.units).si!(name, quantity)
        end
        private_class_method :read

        # What the schema would refuse is said in words, for every field at once.
        def check!(table, row)
          wrong = {}
          wrong[:name] = "is needed" if row[:name].to_s.strip.empty?
          unless Benching::Address::FORM.match?(row[:address].to_s)
            wrong[:address] = "is host:port, text:host:port, file:NAME or simulated"
          end
          if table == "instruments"
            wrong[:capacity] = "is needed" unless row[:capacity_newtons].to_f.positive?
            wrong.merge!(verified(row))
          end
          return if wrong.empty?

          raise InvalidInput.new("The row cannot be kept: #{wrong.map do |k, v|
            "#{k.to_s.tr('_', ' ')} #{v}"
          end.join('; ')}",
                                 fields: wrong)
        end
        private_class_method :check!

        def verified(row)
          low, high, capacity = row.values_at(:verified_low_newtons, :verified_high_newtons, :capacity_newtons)
          return {} if low.nil? && high.nil?
          return { verified_high: "and its lower end belong together" } if low.nil? || high.nil?
          return { verified_high: "must lie above its lower end" } if high <= low

          high > capacity.to_f ? { verified_high: "lies above the capacity" } : {}
        end
        private_class_method :verified
      end
    end
  end
end
