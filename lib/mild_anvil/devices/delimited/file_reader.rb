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
        Choices = Struct.new(:delimiter, :decimal_mark, :columns, :interval_seconds, :skip_bad_rows, :last_line,
                             keyword_init: true)

        # Roles whose numbers mean nothing without a unit.
        MEASURED_IN_UNITS = %w[force displacement torque angle].freeze

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
          @text = TextDecoding.call(@source)
          @text = @text.until_line(@choices.last_line) if @choices.last_line
          lines, @layout = TableSearch.new(@text, @units, delimiter: @choices.delimiter,
                                                          decimal_mark: @choices.decimal_mark, limit: @limit).call
          many_columns!
          preamble = Preamble.new(@layout.preamble, @units)
          @columns = ColumnGuess.new(layout: @layout, lines: lines, preamble: preamble, units: @units,
                                     choices: @choices.columns || []).call
          @interval_seconds = @choices.interval_seconds || preamble.interval_seconds
          @applied = preamble.load_applied_seconds
          @first_row = @layout.fields(lines[@layout.data_first_line - 1])
          @header = @layout.header_line ? lines[@layout.header_line - 1] : ""
          ask
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

        def time_column = @columns.find { |c| c.role == "time" } || @columns.find { |c| c.role == "sample" }
        def main_column = @columns.find(&:main)

        def ask
          ask_for_force
          ask_for_time
          @columns.each { |c| ask_unit(c) if MEASURED_IN_UNITS.include?(c.role) && !c.main }
        end

        def force_candidates
          [Column::JUDGED, [nil, "other"]].each do |roles|
            found = @columns.select { |c| roles.include?(c.role) }
            return found if found.any?
          end
          titles = @columns.map(&:title)
          raise InvalidInput.new("No column of this file is a force: found #{titles.join(', ')}. Choose one in the " \
                                 "preview, or export the force too", columns: titles)
        end

        def ask_for_force
          candidates = force_candidates
          return ask_unit(main_column) if main_column

          names = candidates.map(&:title).join(", ")
          text = if candidates.one?
                   "Is #{names} the force? The file does not say."
                 else
                   "Which column is the force? " \
                     "There is more than one that could be: #{names}."
                 end
          @questions << { kind: "force_column", text: text, columns: candidates.map(&:index) }
        end

        def ask_unit(column)
          return if column.unit

          @questions << { kind: "unit", text: "In which unit is #{column.title}? The file does not say.",
                          columns: [column.index] }
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

        def time_form(column) = Stamps.form(@first_row[column.index].to_s)

        def build
          column = time_column
          form = column && column.role == "time" ? time_form(column) : nil
          forms = @columns.map { |c| c.equal?(column) ? form : (time_form(c) if c.role == "ignore") }
          rows = Rows.new(@text, @layout, forms, @columns.map { |c| scale(c, column, form) },
                          limit: (@limit if @source.packed?)).read
          refuse_second_header(rows)
          seconds = TimeBase.new(rows: rows, column: column, form: form, interval_seconds: @interval_seconds,
                                 warnings: @warnings).seconds
          Assembly.new(rows: rows, columns: @columns, seconds: seconds, warnings: @warnings,
                       loaded_before: loaded_before(column, form), skip_bad_rows: @choices.skip_bad_rows)
                  .recording.tap do |recording|
            @row_count = rows.count
            @left_out = @row_count - recording.size + rows.problems.count { |p| p.kind == :fields }
          end
        end

        # @return [Float] seconds for which the load hung already when the first row was written
        def loaded_before(column, form)
          applied = @applied if form == "stamp"
          first = applied && Stamps.parse(@first_row[column.index].to_s, form)
          first && first > applied ? first - applied : 0.0
        end

        # From the file's numbers to SI.
        def scale(column, time, form)
          return 1.0 if column.equal?(time) && form
          return @interval_seconds if column.equal?(time) && column.role == "sample"

          column.unit ? column.unit.factor : 1.0
        end

        def refuse_second_header(rows)
          found = rows.problems.find { |p| p.kind == :header } or return
          raise InvalidInput.new("Line #{found.line}: a second header stands inside the data (“#{found.text}”), so " \
                                 "units or columns may change there. " \
                                 "Nothing was read on. Split the file there, or read only lines 1 to #{found.line - 1}",
                                 line: found.line)
        end

        def reading(recording)
          Reading.new(name: @name, text: @text, layout: @layout, columns: @columns, warnings: @warnings,
                      questions: @questions, recording: recording,
                      row_count: @row_count || (@text.line_count - @layout.data_first_line + 1),
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
