# frozen_string_literal: true

module MildAnvil
  module Devices
    module Delimited
      # Reads any delimited text file of a logger into a recording, or says what must be answered first, or refuses.
      class Reader
        MOST_COLUMNS = 32
        LARGEST_BYTES = 120 * 1024 * 1024
        # More rows without a force than this share is a wrong column or a broken file, not a stray defect.
        DEFECTS_SHARE = 0.01
        FEWEST_ROWS = 3
        LISTED = 6
        SPREAD_LINES = 100

        # Choices that a person made in the preview. columns: [{index:, role:, unit:, sign:, main:}]
        Choices = Struct.new(:delimiter, :decimal_mark, :columns, :interval_seconds, :skip_bad_rows, :last_line, keyword_init: true)

        # @param bytes [String]
        # @param name [String] of the file, for messages
        # @param units [Core::Quantity::UnitTable]
        # @param choices [Choices]
        # @return [Reading]
        # @raise [InvalidInput] naming what is wrong, the line, and the mend
        def self.read(bytes, name:, units:, choices: Choices.new)
          new(bytes, name, units, choices).read
        rescue InvalidInput => e
          raise InvalidInput.new(e.message, file: name, **e.details)
        end

        def initialize(bytes, name, units, choices)
          @bytes = bytes
          @name = name
          @units = units
          @choices = choices
          @warnings = []
          @questions = []
        end

        def read
          size!
          @decoded = TextDecoding.call(@bytes)
          text = @choices.last_line ? @decoded.text.each_line.first(@choices.last_line).join : @decoded.text
          lines = text.each_line.first(Layout::PROBE_LINES).map(&:chomp)
          @layout = Layout.detect(lines, @units, spread: spread(text), delimiter: @choices.delimiter, decimal_mark: @choices.decimal_mark)
          many_columns!
          preamble = Preamble.new(@layout.preamble, @units)
          @columns = ColumnGuess.new(layout: @layout, lines: lines, preamble: preamble, units: @units, choices: @choices.columns || []).call
          @interval_seconds = @choices.interval_seconds || preamble.interval_seconds
          ask
          recording = (build(text, lines) if @questions.empty?)
          reading(recording, text)
        end

        private

        def size!
          return if @bytes.bytesize <= LARGEST_BYTES

          raise InvalidInput.new("The file has #{@bytes.bytesize / 1024 / 1024} MB; up to #{LARGEST_BYTES / 1024 / 1024} MB are read at once. Split it, or log at a lower rate", bytes: @bytes.bytesize)
        end

        # Whole lines from evenly spaced places of the file.
        def spread(text)
          bytes = text.bytesize
          return [] if bytes < SPREAD_LINES * 200

          (1...SPREAD_LINES).filter_map { |i| text.byteslice(bytes * i / SPREAD_LINES, 1000).scrub.split("\n")[1] }
        end

        def many_columns!
          return if @layout.field_count <= MOST_COLUMNS

          raise InvalidInput.new("Line #{@layout.data_first_line} has #{@layout.field_count} columns; up to #{MOST_COLUMNS} are read. Export fewer channels", line: @layout.data_first_line)
        end

        def time_column = @columns.find { |c| c.role == "time" } || @columns.find { |c| c.role == "sample" }
        def main_column = @columns.find(&:main)

        def ask
          ask_for_force
          ask_for_time
        end

        def ask_for_force
          candidates = @columns.select { |c| Column::JUDGED.include?(c.role) }
          candidates = @columns.select { |c| [nil, "other"].include?(c.role) } if candidates.empty?
          raise InvalidInput.new("No column of this file is a force: found #{@columns.map(&:title).join(', ')}. Choose one in the preview, or export the force too", columns: @columns.map(&:title)) if candidates.empty?
          return ask_unit(main_column) if main_column

          names = candidates.map(&:title).join(", ")
          text = candidates.one? ? "Is #{names} the force? The file does not say." : "Which column is the force? There is more than one that could be: #{names}."
          @questions << { kind: "force_column", text: text, columns: candidates.map(&:index) }
        end

        def ask_unit(column)
          return if column.unit

          @questions << { kind: "unit", text: "In which unit is #{column.title}? The file does not say.", columns: [column.index] }
        end

        def ask_for_time
          column = time_column
          return ask_for_interval(column) if column.nil? || column.role == "sample"

          form = time_form(column)
          ask_unit(column) if form.nil? && column.unit.nil?
        end

        def ask_for_interval(column)
          return if @interval_seconds

          what = if column
                   "Samples are numbered and no rate is stated"
                 else
                   "There is #{'one column only and ' if @columns.size == 1}no time in this file"
                 end
          @questions << { kind: "interval", text: "#{what}. At which sampling rate was it recorded?", columns: [] }
        end

        def time_form(column)
          line = @decoded.text.each_line.first(@layout.data_first_line).last
          Stamps.form(@layout.fields(line)[column.index].to_s)
        end

        def build(text, lines)
          column = time_column
          form = column && column.role == "time" ? time_form(column) : nil
          forms = @columns.map { |c| c.equal?(column) ? form : (time_form(c) if c.role == "ignore") }
          rows = Rows.new(text, @layout, forms).read
          refuse_second_header(rows, lines)
          seconds = TimeBase.new(rows: rows, column: column, form: form, interval_seconds: @interval_seconds).seconds
          Assembly.new(rows: rows, columns: @columns, seconds: seconds, warnings: @warnings, skip_bad_rows: @choices.skip_bad_rows).recording.tap do |recording|
            @row_count = rows.columns.first.size
            @left_out = @row_count - recording.size + rows.problems.count { |p| p.kind == :fields }
          end
        end

        def refuse_second_header(rows, lines)
          found = rows.problems.find { |p| p.kind == :header } or return
          raise InvalidInput.new("Line #{found.line}: a second header stands inside the data (“#{found.text}”), so units or columns may change there. " \
                                 "Nothing was read on. Split the file there, or read only lines 1 to #{found.line - 1}", line: found.line, lines: lines.size)
        end

        def reading(recording, text)
          Reading.new(name: @name, decoded: @decoded, layout: @layout, columns: @columns, warnings: @warnings, questions: @questions, recording: recording,
                      row_count: @row_count || (text.chomp.count("\n") - @layout.data_first_line + 2), rows_left_out: @left_out || 0,
                      interval_seconds: @interval_seconds || recording&.time_axis&.typical_interval_seconds)
        end
      end
    end
  end
end
