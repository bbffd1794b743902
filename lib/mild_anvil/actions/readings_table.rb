# frozen_string_literal: true

module MildAnvil
  module Actions
    # Readings noted by hand as the text of a small file.
    class ReadingsTable
      # @param readings [Array<Hash>] force, displacement: text as shown
      # @param unit [String] of the display; @param travel_unit [String, nil] of the dial
      # @param specimen [Integer, nil]
      def initialize(readings, unit, travel_unit, specimen)
        @readings = readings
        @unit = unit
        @travel_unit = travel_unit if readings.all? { |row| !row[:displacement].to_s.strip.empty? }
        @specimen = specimen
      end

      # The first line makes the bytes unlike those of any other specimen with the same readings.
      # @return [String]
      def text
        title = "Readings noted by hand, specimen #{@specimen || 'next'}, #{Time.now.utc.iso8601(3)}, #{ULID.generate}"
        header = ["Nr", "Reading [#{@unit}]", *("Displacement [#{@travel_unit}]" if @travel_unit)]
        [title, header.join(";"), *rows, ""].join("\n")
      end

      # @return [Hash] see FileChoices: nothing is left to guess
      def choices(measurand)
        columns = [{ index: 0, role: "ignore" },
                   { index: 1, role: measurand.channels.first || "force", unit: @unit, main: true }]
        columns << { index: 2, role: "displacement", unit: @travel_unit } if @travel_unit
        { timed: false, columns: columns }
      end

      private

      def rows
        @readings.each_with_index.map do |row, i|
          [i + 1, point(row[:force]), *(point(row[:displacement]) if @travel_unit)].join(";")
        end
      end

      def point(text) = text.strip.delete(Core::Quantity::TypedReading::THIN_SPACES).tr(",", ".")
    end
  end
end
