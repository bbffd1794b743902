# frozen_string_literal: true

module MildAnvil
  module Devices
    module Delimited
      # Says what each column is, from its header, its unit and its values; what cannot be known stays open.
      class ColumnGuess
        # @param layout [Layout]
        # @param lines [Array<String>] the first lines of the file
        # @param preamble [Preamble]
        # @param units [Core::Quantity::UnitTable]
        # @param choices [Array<Hash>] made by the user: index and any of role, unit, sign, main
        def initialize(layout:, lines:, preamble:, units:, choices: [])
          @layout = layout
          @lines = lines
          @preamble = preamble
          @units = units
          @choices = choices.to_h { |choice| [choice.fetch(:index), choice] }
          @stated = StatedUnits.new(layout, units, method(:sample_fields))
        end

        # @return [Array<Column>]
        def call
          headers = @layout.given_heads || header_fields
          unit_fields = @layout.unit_line ? @layout.heads(@lines[@layout.unit_line - 1]) : []
          columns = Array.new(@layout.field_count) { |i| column(i, headers[i].to_s, unit_fields[i]) }
          one_count(columns)
          name_time(columns)
          columns.each { |c| seconds(c) }
          choose_main(columns)
          columns
        end

        private

        def header_fields
          return [] if @layout.header_line.nil?

          @layout.heads(@lines[@layout.header_line - 1])
        end

        def column(index, header, unit_field)
          return words(index, header) if @layout.words?(index)

          name, unit_text = Column.split_header(header, @units)
          unit_text = @stated.unit(index, unit_field, unit_text)
          chosen = @choices[index] || {}
          role, unit = role_and_unit(index, name, unit_text, chosen)
          Column.new(index: index, header: name, role: role, unit: unit, unit_text: unit_text,
                     sign: chosen[:sign] || nil, unit_column: @stated.column(index),
                     main: chosen[:main], because: because(name, unit, role, chosen),
                     confidence: confidence(name, unit, role, chosen))
        end

        def role_and_unit(index, name, text, chosen)
          unit = @units.find(chosen[:unit] || text)
          unit ||= @preamble.unit(nil, name) unless chosen[:role]
          role = chosen[:role] || (@stated.spread?(unit, text) ? "other" : role_of(name, unit, index))
          unit = @preamble.unit(role, name) unless unit && (chosen[:unit] || fits?(role, unit))
          [role, unit]
        end

        # A column that holds no readings.
        def words(index, header)
          of = @stated.units_alone?(index) && !@layout.words?(index - 1) ? "units of the column before" : "words"
          Column.new(index: index, header: header, role: "ignore", because: of, confidence: "certain")
        end

        # A time that is named so, with decimals or small steps, counts in seconds, as nearly all do.
        def seconds(column)
          return unless column.role == "time" && column.unit.nil? && Vocabulary.role(column.header) == "time"
          return if sample_fields(column.index).any? { |f| Stamps.form(f) } || coarse?(column.index)

          column.unit = @units.find("s")
          column.because = "header “#{column.header}”, no unit: taken as seconds"
          column.confidence = "likely"
        end

        WHOLE_STEP = 2.0 # whole numbers so far apart may be milliseconds

        def coarse?(index)
          values = sample_fields(index).filter_map { |f| @layout.style.parse(f) }
          steps = values.each_cons(2).map { |a, b| b - a }.select(&:positive?).sort
          values.all? { |v| (v % 1).zero? } && (steps.empty? || steps[steps.size / 2] >= WHOLE_STEP)
        end

        def confidence(name, unit, role, chosen)
          return "certain" if chosen.any? || (unit && unit.quantity == role && Vocabulary.role(name) == role)

          unit || Vocabulary.role(name) ? "likely" : "guess"
        end

        def role_of(name, unit, index)
          form = sample_fields(index).filter_map { |f| Stamps.form(f) }.first
          return form == "date" ? "ignore" : "time" if form

          word = Vocabulary.role(name)
          return word if unit.nil? || word == "sample" || unit.quantity == word
          return "time" if unit.quantity == "time"

          Column::MEASURED.include?(unit.quantity) ? unit.quantity : "other"
        end

        def fits?(role, unit) = unit.quantity == role || role == "other" || role.nil?

        def because(name, unit, role, chosen)
          return "chosen by you" if chosen.any?
          return "not recognised" if role.nil?

          [name.empty? ? nil : "header “#{name}”", unit && "unit #{unit.symbol}"].compact.join(", ").then do |text|
            text.empty? ? "from its values" : text
          end
        end

        # Without a header the first rising column is the time and the rest is asked for.
        def name_time(columns)
          columns.each { |c| c.role ||= "other" } if headed?
          return if columns.one? || columns.any? { |c| %w[time sample].include?(c.role) }

          rising = columns.find { |c| nameless?(c) && rising?(c.index) } or return

          rising.role, rising.because = clock(rising.index)
          rising.confidence = "guess"
        end

        def headed? = !(@layout.header_line || @layout.given_heads).nil?
        def nameless?(column) = [nil, "other"].include?(column.role) && column.unit.nil?

        def rising?(index)
          values = sample_fields(index).filter_map { |f| @layout.style.parse(f) }
          steps = values.each_cons(2).map { |a, b| b - a }
          values.size > 2 && values.size >= MOSTLY * sample_fields(index).size && steps.none?(&:negative?) &&
            steps.count(&:positive?) >= MOSTLY * steps.size
        end

        # Of several that are named like a count, those that do not count the rows are something else.
        def one_count(columns)
          named = columns.select { |c| c.role == "sample" && !@choices.key?(c.index) }
          counting = named.select { |c| counted?(c.index) }
          (named - counting).each { |c| c.role = "other" } if named.size > 1 && counting.any?
        end

        # @return [Array(String, String)] role and why
        def clock(index)
          counted?(index) ? ["sample", "its values count the rows"] : ["time", "its values always rise"]
        end

        MOSTLY = 0.95 # rows may be lost, repeated or blank

        # Whole numbers without a decimal mark, each one more than the one before, under whatever word.
        def counted?(index)
          return false if sample_fields(index).any? { |f| f.include?(@layout.style.decimal_mark) }

          values = sample_fields(index).filter_map { |f| @layout.style.parse(f) }
          steps = values.each_cons(2).map { |a, b| b - a }
          values.all? { |v| (v % 1).zero? } && steps.count { |step| (step - 1).zero? } >= MOSTLY * steps.size
        end

        def sample_fields(index)
          @rows ||= @lines.drop(@layout.data_first_line - 1).map do |line|
            @layout.fields(line)
          end.select { |f| f.size == @layout.field_count }
          @rows.map { |fields| fields[index] }
        end

        def judged_of(columns)
          %w[force torque].map { |role| columns.select { |c| c.role == role } }.find(&:any?) || []
        end

        def only(columns) = columns.one? ? columns.first : nil

        def choose_main(columns)
          return if columns.any?(&:main)

          judged = judged_of(columns)
          main = only(judged) || only(judged.select { |c| Vocabulary.main?(c.header) }) ||
                 only(judged.reject { |c| Vocabulary.beside?(c.header) })
          return if main.nil?

          main.main = true
          main.because = "#{main.because}; the main one of #{judged.size} by its name" unless judged.one?
        end
      end
    end
  end
end
