# frozen_string_literal: true

module MildAnvil
  module Actions
    # Readings noted by hand as the text of a small file.
    class ReadingsTable
      # @param readings [Array<Hash>] force, displacement, seconds: digits with a point; the same ones in each
      # @param unit [String] of the display; @param travel_unit [String, nil] of the dial
      # @param specimen [Integer, nil]
      def initialize(readings, unit, travel_unit, specimen)
        @readings = readings
        @unit = unit
        @travel_unit = travel_unit
        @specimen = specimen
        @columns = %i[force displacement seconds].select { |key| readings.all? { |row| row[key] } }
      end

      # The first line makes the bytes unlike those of any other specimen with the same readings.
      # @return [String]
      def text
        title = "Readings noted by hand, specimen #{@specimen || 'next'}, #{Time.now.utc.iso8601(3)}, #{ULID.generate}"
        header = ["Nr", *@columns.map { |key| heads.fetch(key) }]
        [title, header.join(";"), *rows, ""].join("\n")
      end

      # @return [Hash] see FileChoices: nothing is left to guess
      def choices(measurand)
        told = { force: { role: measurand.channels.first || "force", unit: @unit, main: true, sign: 1 },
                 displacement: { role: "displacement", unit: @travel_unit }, seconds: { role: "time", unit: "s" } }
        columns = @columns.each_with_index.map { |key, i| { index: i + 1, **told.fetch(key) } }
        { timed: @columns.include?(:seconds), decimal_mark: ".", columns: [{ index: 0, role: "ignore" }, *columns] }
      end

      private

      def heads
        { force: "Reading [#{@unit}]", displacement: "Displacement [#{@travel_unit}]", seconds: "Time [s]" }
      end

      def rows
        @readings.each_with_index.map { |row, i| [i + 1, *row.values_at(*@columns)].join(";") }
      end
    end
  end
end
