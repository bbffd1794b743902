# frozen_string_literal: true

module MildAnvil
  module Actions
    # A curve of readings that a person noted on the way up, or read off a gauge and a dial in pairs.
    #
    # The readings become a small table that goes the way of every file, so that it is kept, hashed and found things in.
    module RecordReadings
      MIN_READINGS = 3
      MAX_READINGS = 500

      module_function

      # @param readings [Array<Hash>] force: text as shown, displacement: text or nil, in the order of reading
      # @param broke_before [String, nil] the next reading that was wanted when it broke: the strength lies between
      # @return [Store::Models::Pull]
      # @raise [InvalidInput] naming the reading
      def call(lot_id:, readings:, unit:, person_id:, displacement_unit: nil, broke_before: nil, once_key: nil, **place)
        person = People.fetch!(person_id)
        lot = Store::Models::Lot.fetch!(lot_id)
        typed = typed(Figures.of(lot), readings, unit)
        upper = upper(Figures.of(lot), broke_before, unit, typed.last)
        request = { lot: lot_id, readings: readings, unit: unit, upper: broke_before, **place.transform_values(&:to_s) }
        table = ReadingsTable.new(readings, unit, displacement_unit, place[:specimen_number])
        id = OnceOnly.call(once_key, person_id: person.id, action: :record_readings, request: request) do
          record(lot, table, typed, upper, person, place)
        end
        Store::Models::Pull.fetch!(id)
      end

      def record(lot, table, typed, upper, person, place)
        resolution = typed.reject { |reading| reading.value_si.zero? }.map(&:resolution_si).max
        pull = ImportRecording.call(lot_id: lot.id, name: "readings.csv", source: table.text, person_id: person.id,
                                    origin: "readings",
                                    choices: table.choices(Catalogue.measurand(lot.measurand)),
                                    resolution_si: resolution, **place)
        between(pull, lot, typed.last, upper, person.id) if upper
        pull.id
      end
      private_class_method :record

      def typed(figures, readings, unit)
        unless readings.size.between?(MIN_READINGS, MAX_READINGS)
          raise InvalidInput.new("#{readings.size} readings: a curve takes #{MIN_READINGS} to #{MAX_READINGS}. With " \
                                 "fewer, type the peak",
                                 fields: { readings: "must be #{MIN_READINGS} to #{MAX_READINGS}" })
        end

        readings.each_with_index.map { |row, i| numbered(figures, row[:force], unit, i + 1) }
      end
      private_class_method :typed

      def numbered(figures, text, unit, number)
        figures.parse({ text: text, unit: unit }, zero: true)
      rescue InvalidInput => e
        raise InvalidInput.new("Reading #{number}: #{e.message}", fields: { readings: "number #{number} #{e.message}" })
      end
      private_class_method :numbered

      def upper(figures, text, unit, last)
        return if text.to_s.strip.empty?

        reading = figures.parse({ text: text, unit: unit }, field: :broke_before)
        return reading if reading.value_si > last.value_si

        raise InvalidInput.new("The reading that was not reached must lie above the last one, #{last.text}",
                               fields: { broke_before: "must be above the last reading" })
      end
      private_class_method :upper

      def between(pull, lot, last, upper, person_id)
        quantity = lot.terms.rated_quantity
        Measure.typed(pull, quantity, last, person_id: person_id, source: "readings", lower_bound_cause: "last_reading")
        JudgePull.call(pull_id: pull.id, person_id: person_id, counts_as: "between",
                       upper: { text: upper.text, unit: upper.unit },
                       reason: "Broke after #{last.text} and before #{upper.text} #{upper.unit} was read")
      end
      private_class_method :between
    end
  end
end
