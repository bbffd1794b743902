# frozen_string_literal: true

module MildAnvil
  module Actions
    # A list of readings that a person typed: what each of them is, with one decision about their commas, and how fine
    # they are. A column that some of them have and others lack is refused, none is dropped.
    class NotedReadings
      MIN_READINGS = 3
      MAX_READINGS = 500
      DECIMALS = /\A\d+,(?:\d{1,2}|\d{4,})\z/ # a comma that parts no thousands
      BESIDE = { displacement: "on the dial", seconds: "time" }.freeze

      # @param readings [Array<Hash>] force, displacement, seconds: text as shown
      # @param travel_unit [String, nil] of the dial
      # @raise [InvalidInput] naming the reading
      def initialize(lot, readings, unit, travel_unit: nil, comma: nil, language: nil, instrument_id: nil)
        @readings = readings
        @unit = unit
        count!
        beside!(travel_unit)
        @comma = comma || by_the_others
        @cell = instrument_id ? Store::Models::Instrument.fetch!(instrument_id) : Chain::ChooseInstruments.usual(lot)
        @typed = ReadTyped.new(lot, cell: @cell, comma: @comma, language: language, beside_si: plain_ones(lot))
        @read = readings.each_with_index.map { |row, i| numbered(i + 1) { read(row[:force], zero: true) } }
      end

      # @return [Array<Hash>] force, displacement, seconds: digits with a point
      def rows
        @readings.zip(@read).each_with_index.map do |(row, read), i|
          { force: read.reading.text, displacement: beside(row, :displacement, i), seconds: beside(row, :seconds, i) }
        end
      end

      # @return [Core::Quantity::TypedReading]
      def last = @read.last.reading

      # @return [Float] the step of the cell; else the finest that was typed
      def step_si = @typed.step_si || @read.map(&:reading).reject { |one| one.value_si.zero? }.map(&:resolution_si).min

      # @return [String, nil] where the highest of them was at the cell's end
      def lower_bound_cause = @read.max_by { |one| one.reading.value_si }.lower_bound_cause

      # @param text [String, nil] the reading that was not reached
      # @return [Core::Quantity::TypedReading, nil]
      def upper(text)
        return if text.to_s.strip.empty?

        reading = read(text, field: :broke_before).reading
        return reading if reading.value_si > last.value_si

        raise InvalidInput.new("The reading that was not reached must lie above the last one, #{last.text}",
                               fields: { broke_before: "must be above the last reading" })
      end

      private

      def count!
        return if @readings.size.between?(MIN_READINGS, MAX_READINGS)

        count = @readings.one? ? "1 reading" : "#{@readings.size} readings"
        raise InvalidInput.new("#{count}: a curve takes #{MIN_READINGS} to #{MAX_READINGS}. With " \
                               "fewer, type the peak",
                               fields: { readings: "must be #{MIN_READINGS} to #{MAX_READINGS}" })
      end

      # What some have, all must have; and a dial has a unit.
      def beside!(travel_unit)
        BESIDE.each do |key, words|
          given, missing = @readings.each_with_index.partition { |row, _| !row[key].to_s.strip.empty? }
          refuse(missing.first.last + 1, "has no reading #{words}, and others have") if given.any? && missing.any?
        end
        return if travel_unit || @readings.all? { |row| row[:displacement].to_s.strip.empty? }

        raise InvalidInput.new("Say in which unit the dial was read", fields: { displacement_unit: "is needed" })
      end

      # One decimal comma, or one decimal point, shows what a comma means in all of them.
      def by_the_others
        texts = @readings.map { |row| Core::Quantity::TypedNumber.bare(row[:force]) }
        return "decimal" if texts.any? { |text| DECIMALS.match?(text) }

        "thousands" if texts.any? { |text| text.include?(".") }
      end

      # In SI, those that can be read without any decision.
      def plain_ones(lot)
        unit = Figures.of(lot).measurand.unit!(@unit)
        texts = @readings.filter_map { |row| Core::Quantity::TypedNumber.plain(row[:force]) }
        texts.map { |text| unit.to_si(text.to_f) }.reject(&:zero?)
      end

      def read(text, **given) = @typed.call({ text: text, unit: @unit }, **given)

      def beside(row, key, index)
        text = row[key].to_s.strip
        return if text.empty?

        sign, digits = text.match(/\A([-−]?)(.*)\z/m).captures
        plain = Core::Quantity::TypedNumber.plain(digits, comma: @comma&.to_sym)
        plain ? "#{'-' unless sign.empty?}#{plain}" : refuse(index + 1, "“#{text}” #{BESIDE.fetch(key)} is no number")
      end

      def numbered(number)
        yield
      rescue InvalidInput => e
        raise InvalidInput.new("Reading #{number}: #{e.message}",
                               fields: { readings: "number #{number} #{e.message}",
                                         **e.details[:fields].slice(:comma) })
      end

      def refuse(number, words)
        raise InvalidInput.new("Reading #{number} #{words}", fields: { readings: "number #{number} #{words}" })
      end
    end
  end
end
