# frozen_string_literal: true

module MildAnvil
  module Actions
    # A curve of readings that a person noted on the way up, or read off a gauge and a dial in pairs, with times or
    # without.
    #
    # The readings become a small table that goes the way of every file, so that it is kept, hashed and found things in.
    module RecordReadings
      module_function

      # @param readings [Array<Hash>] force: text as shown; displacement, seconds: text or nil; in the order of reading
      # @param broke_before [String, nil] the next reading that was wanted when it broke: the strength lies between
      # @param comma [String, nil]; @param language [String, nil]: ReadTyped
      # @return [Store::Models::Pull]
      # @raise [InvalidInput] naming the reading
      def call(lot_id:, readings:, unit:, person_id:, displacement_unit: nil, broke_before: nil, comma: nil,
               language: nil, once_key: nil, **place)
        person = People.fetch!(person_id)
        lot = Store::Models::Lot.fetch!(lot_id)
        noted = NotedReadings.new(lot, readings, unit, travel_unit: displacement_unit, comma: comma,
                                                       language: language, instrument_id: place[:instrument_id])
        upper = noted.upper(broke_before)
        request = { lot: lot_id, readings: readings, unit: unit, upper: broke_before, **place.transform_values(&:to_s) }
        table = ReadingsTable.new(noted.rows, unit, displacement_unit, place[:specimen_number])
        id = OnceOnly.call(once_key, person_id: person.id, action: :record_readings, request: request) do
          record(lot, table, noted, upper, person, place)
        end
        Store::Models::Pull.fetch!(id)
      end

      def record(lot, table, noted, upper, person, place)
        pull = ImportRecording.call(lot_id: lot.id, name: "readings.csv", source: table.text, person_id: person.id,
                                    origin: "readings",
                                    choices: table.choices(Catalogue.measurand(lot.measurand)),
                                    resolution_si: noted.step_si, lower_bound_cause: noted.lower_bound_cause, **place)
        between(pull, lot, noted.last, upper, person.id) if upper
        pull.id
      end
      private_class_method :record

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
