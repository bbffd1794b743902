# frozen_string_literal: true

require "openssl"

module MildAnvil
  module Devices
    module Delimited
      # Reads any delimited text file of a logger into a recording, or says what must be answered first, or refuses.
      class FileReader
        MOST_COLUMNS = 256
        LARGEST_BYTES = 2 * 1024 * 1024 * 1024
        # More rows without a force than this share is a wrong column or a broken file, not a stray defect.
        DEFECTS_SHARE = 0.01
        FEWEST_ROWS = 3
        LISTED = 6

        # Choices that a person made in the preview. columns: [{index:, role:, unit:, sign:, main:}]
        # timed: false for readings that have no times; clock_changed: whether an hour that the clock jumped was none.
        Choices = Struct.new(:delimiter, :decimal_mark, :columns, :interval_seconds, :skip_bad_rows, :last_line,
                             :timed, :clock_changed, keyword_init: true)

        # @param bytes [String, Source]
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

        # What its columns are, before anything was pulled: a log that is still being written may hold zeros alone.
        # @return [Reading] without a recording
        # @raise [InvalidInput]
        def self.look(bytes, name:, units:) = new(bytes, name, units, Choices.new).look

        def initialize(bytes, name, units, choices)
          @source = Source.of(bytes)
          @name = name
          @units = units
          @choices = choices
          @warnings = []
          @questions = []
          @timed = true
        end

        def read
          find_columns
          recording = (build if @questions.empty?)
          reading(recording)
        end

        def look
          find_columns
          reading(nil)
        end

        private

        def find_columns
          size!
          @limit = TimeLimit.new
          @text = Records.turned(TextDecoding.call(@source))
          @text = @text.until_line(@choices.last_line) if @choices.last_line
          delimiter = @text.heads ? Records::DELIMITER : @choices.delimiter
          lines, @layout = TableSearch.new(@text, @units, delimiter: delimiter,
                                                          decimal_mark: @choices.decimal_mark).call
          @layout.given_heads = @text.heads
          many_columns!
          preamble = Preamble.new(@layout.preamble, @units)
          @columns = ColumnGuess.new(layout: @layout, lines: lines, preamble: preamble, units: @units,
                                     choices: @choices.columns || []).call
          @interval_seconds = @choices.interval_seconds || preamble.interval_seconds
          @load_applied = LoadApplied.new(@layout.preamble)
          @first_row = @layout.fields(lines[@layout.data_first_line - 1])
          @header = @layout.header_line ? lines[@layout.header_line - 1] : @layout.given_heads.to_a.join(" ")
          ask
        end

        def ask
          asked = Questions.new(@columns, first_row: @first_row, interval_seconds: @interval_seconds,
                                          timed: @choices.timed != false)
          @questions.concat(asked.call)
          @time_column = asked.time_column
          @timed = asked.timed?
          @interval_seconds = asked.interval_seconds
        end

        def size!
          return if @source.size <= LARGEST_BYTES

          raise InvalidInput.new(
            "The file has #{@source.size / 1024 / 1024} MB; up to #{LARGEST_BYTES / 1024 / 1024} MB are read at " \
            "once. Split it, or log at a lower rate", bytes: @source.size
          )
        end

        def many_columns!
          return if @layout.field_count <= MOST_COLUMNS

          raise InvalidInput.new(
            "Line #{@layout.data_first_line} has #{@layout.field_count} columns; up to #{MOST_COLUMNS} are read. " \
            "Export fewer channels", line: @layout.data_first_line
          )
        end

        def time_form(column) = Stamps.form(@first_row[column.index].to_s)

        def build
          column = @time_column
          form = column && column.role == "time" ? time_form(column) : nil
          rows = rows(column, form)
          refuse_second(rows)
          base = TimeBase.new(rows: rows, column: column, form: form, interval_seconds: @interval_seconds,
                              warnings: @warnings, first: @timed ? 0.0 : 1.0)
          return if asked_of_clock?(base, rows)

          seconds = base.seconds(clock_changed: @choices.clock_changed)
          hung = column ? @load_applied.seconds_before(@first_row[column.index].to_s, form) : 0.0
          @warnings.concat(ReadingWarnings.of(@layout, rows, @columns, @cell_units, hung))
          Assembly.new(rows: rows, columns: @columns, seconds: seconds, warnings: @warnings,
                       loaded_before: hung, skip_bad_rows: @choices.skip_bad_rows,
                       timed: @timed)
                  .recording.tap do |recording|
            @row_count = rows.count
            @left_out = @row_count - recording.size + rows.problems.count { |p| p.kind == :fields }
          end
        end

        def rows(time, form)
          @cell_units = CellUnits.new(@columns, @units, @layout.style)
          forms = @columns.map { |c| form_of(c, time, form) }
          Rows.new(@text, @layout, forms, @columns.map { |c| scale(c, time, form) },
                   cell_units: (@cell_units if @cell_units.any?), limit: (@limit if @source.packed?)).read
        end

        # @return [Boolean] whether its clock jumps by an hour of which nobody has said whether it passed
        def asked_of_clock?(base, rows)
          jump = @choices.clock_changed.nil? && base.clock_jump or return false
          @questions << { kind: "clock", columns: [], line: rows.line_of(jump.row),
                          text: "Line #{rows.line_of(jump.row)}: the clock jumps #{jump.words} by an hour. Was the " \
                                "clock changed, or did the hour pass?" }
          true
        end

        def form_of(column, time, form)
          return "words" if @layout.words?(column.index)

          column.equal?(time) ? form : (time_form(column) if column.role == "ignore")
        end

        # From the file's numbers to SI.
        def scale(column, time, form)
          return 1.0 if column.equal?(time) && form
          return @interval_seconds if column.equal?(time) && column.role == "sample"

          column.unit ? column.unit.factor : 1.0
        end

        def refuse_second(rows)
          found = rows.problems.find { |p| p.kind == :header }
          line, what = if found
                         [found.line, "a second header stands inside the data (“#{found.text}”), so units or columns " \
                                      "may change there"]
                       elsif rows.second_table && !@choices.skip_bad_rows
                         [rows.second_table, "another table begins here, with other columns"]
                       end
          return if line.nil?

          raise InvalidInput.new("Line #{line}: #{what}. Nothing was read on. Split the file there, or read only " \
                                 "lines 1 to #{line - 1}", line: line)
        end

        def reading(recording)
          Reading.new(name: @name, text: @text, layout: @layout, columns: @columns, warnings: @warnings,
                      questions: @questions, recording: recording,
                      timed: @timed, row_count: @row_count || (@text.line_count - @layout.data_first_line + 1),
                      rows_left_out: @left_out || 0, signature: signature,
                      interval_seconds: @interval_seconds || recording&.time_axis&.typical_interval_seconds)
        end

        # What files of one logger have in common: how they are cut and what stands above the columns.
        def signature
          OpenSSL::Digest::SHA256.hexdigest([@layout.delimiter, @layout.style.decimal_mark, @layout.field_count,
                                             @layout.unit_line ? 1 : 0, @header.strip].join("|"))[0,
                                                                                                  40]
        end
      end
    end
  end
end
