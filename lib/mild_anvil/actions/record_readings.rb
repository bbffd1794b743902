# frozen_string_literal: true

module MildAnvil
  module Actions
    # A curve of readings that a person noted on the way up, or read off a gauge and a dial in pairs.
    #
    # The readings become a small table that goes the way of every file, so that it is kept, hashed and found things in.
    module RecordReadings
      FEWEST = 3
      MOST = 500

      module_function

      # @param readings [Array<Hash>] force: text as shown, displacement: text or nil, in the order of reading
      # @param broke_before [String, nil] the next reading that was wanted when it broke: the strength lies between
      # @return [Store::Models::Pull]
      # @raise [InvalidInput] naming the reading
      def call(lot_id:, readings:, unit:, person_id:, displacement_unit: nil, broke_before: nil, specimen_number: nil, feature_name: nil, note: "")
        force_unit = Catalogue.units.force!(unit)
        forces = readings.each_with_index.map { |row, i| number(row[:force], force_unit, i) }
        count!(forces)
        upper = broke_before.to_s.strip.empty? ? nil : Core::Quantity::TypedReading.parse(broke_before, force_unit)
        above!(upper, forces)
        Store::Database.write do
          pull = ImportCurve.call(lot_id: lot_id, name: "readings.csv", source: table(readings, force_unit, displacement_unit, specimen_number), choices: { interval_seconds: 1.0 },
                                  resolution_newtons: forces.reject { |f| f.newtons.zero? }.map(&:resolution_newtons).max,
                                  person_id: person_id, origin: "readings", specimen_number: specimen_number, feature_name: feature_name, note: note)
          between(pull, person_id, forces.last, upper) if upper
          pull.refresh
        end
      end

      def number(text, unit, index)
        Core::Quantity::TypedReading.parse(text, unit, zero: true)
      rescue InvalidInput => e
        raise InvalidInput.new("Reading #{index + 1}: #{e.message}", fields: { readings: "number #{index + 1} #{e.message}" })
      end
      private_class_method :number

      def count!(forces)
        return if forces.size.between?(FEWEST, MOST)

        raise InvalidInput.new("#{forces.size} readings: a curve takes #{FEWEST} to #{MOST}. With fewer, type the peak", fields: { readings: "must be #{FEWEST} to #{MOST}" })
      end
      private_class_method :count!

      def above!(upper, forces)
        return if upper.nil? || upper.newtons > forces.last.newtons

        raise InvalidInput.new("The reading that was not reached must lie above the last one, #{forces.last.text}", fields: { broke_before: "must be above the last reading" })
      end
      private_class_method :above!

      # The first line makes the bytes unlike those of any other specimen with the same readings.
      def table(readings, unit, displacement_unit, specimen)
        travel = displacement_unit && readings.all? { |row| !row[:displacement].to_s.strip.empty? }
        header = ["Nr", "Force [#{unit.symbol}]", *("Displacement [#{displacement_unit}]" if travel)]
        rows = readings.each_with_index.map { |row, i| [i + 1, row[:force].strip.tr(",", "."), *(row[:displacement].strip.tr(",", ".") if travel)].join(";") }
        ["Readings noted by hand, specimen #{specimen || 'next'}, #{Time.now.utc.iso8601(3)}", header.join(";"), *rows, ""].join("\n")
      end
      private_class_method :table

      def between(pull, person_id, last, upper)
        JudgePull.call(pull_id: pull.id, person_id: person_id, counts_as: "between", force_newtons: last.newtons, upper_newtons: upper.newtons,
                       reason: "Broke after #{last.text} and before #{upper.text} #{upper.unit} was read")
      end
      private_class_method :between
    end
  end
end
