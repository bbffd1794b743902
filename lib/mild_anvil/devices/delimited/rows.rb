# frozen_string_literal: true

module MildAnvil
  module Devices
    module Delimited
      # Cuts the body of a file into packed columns: the plain lines by Core::Packed after strict checks, the others
      # one by
      # one with every defect noted.
      class Rows
        Problem = Struct.new(:line, :kind, :text, keyword_init: true)
        MISSING = Float::NAN
        LONGEST_LINE_BYTES = 64 * 1024
        FORMS = { nil => "n", "clock" => "c", "stamp" => "s", "words" => "w", "date" => nil }.freeze
        # In a column of words: the cell had more than it can show.
        OVERLOAD = /\b(?:OL|OVL|OVF|OVER(?:LOAD|RANGE|FLOW)?)\b/i
        OTHER_TABLE = 10 # rows in a row, below a line of none, that have as many other fields
        COMMENT = %r{\A\s*(?:#(?!N/A|VALUE!|DIV/0|NUM!|REF!)|//)}i

        # columns: packed doubles, scaled to SI; overloads: words of a cell that was full
        # second_table: the line in which rows of another table begin, or nil
        attr_reader :columns, :problems, :skipped_lines, :overloads, :second_table

        # @param text [Text]
        # @param layout [Layout]
        # @param forms [Array<String, nil>] per column "clock", "stamp" or "date" where it is a time of that form, or
        #   "words"
        # @param scales [Array<Float>] a factor per column
        # @param cell_units [CellUnits, nil] where units stand row by row
        # @param limit [TimeLimit, nil]
        def initialize(text, layout, forms, scales, cell_units: nil, limit: nil)
          @cell_units = cell_units
          @overloads = 0
          @limit = limit
          @text = text
          @layout = layout
          @forms = forms
          @scales = scales
          @columns = Array.new(layout.field_count) { +"".b }
          @problems = []
          @skipped_lines = []
          @line = 1
        end

        # @return [Rows] itself, filled
        def read
          @text.each_stretch { |stretch| take(stretch, start_in(stretch)) }
          forgive_trailing
          self
        end

        def count = Core::Packed.size(@columns.first)

        # @return [Integer] the file's line of a row, rows from 0
        def line_of(row)
          line = @layout.data_first_line + row
          # Behind how many skipped lines it stands is sought, not counted: there may be as many as rows.
          line + ((0...@skipped_lines.size).bsearch { |k| @skipped_lines[k] - k > line } || @skipped_lines.size)
        end

        private

        # Passes over the lines above the table.
        def start_in(stretch)
          at = 0
          while @line < @layout.data_first_line && at < stretch.bytesize
            at = (stretch.index("\n", at) || (stretch.bytesize - 1)) + 1
            @line += 1
          end
          at
        end

        def take(stretch, at)
          @overloads += stretch.byteslice(at..).scan(OVERLOAD).size if @forms&.include?("words")
          while at < stretch.bytesize
            @limit&.look!("its rows")
            at, taken = Core::Packed.parse_rows(stretch, at, style, @scales, @columns) if style
            @line += taken.to_i
            at = one(stretch, at) if at < stretch.bytesize
          end
        end

        # @return [Array, nil] what the fast parser needs to know; nil where it cannot read this form
        def style
          @style ||= begin
            letters = @forms.map { |form| FORMS.fetch(form) }
            mark = @layout.style.thousands
            mark = "" if mark.nil? || mark == " "
            if letters.include?(nil) || @cell_units || @layout.style.units_inside?
              false
            else
              [@layout.delimiter,
               @layout.style.decimal_mark, mark, letters.join]
            end
          end
        end

        def one(stretch, at)
          stop = (stretch.index("\n", at) || (stretch.bytesize - 1)) + 1
          if stop - at > LONGEST_LINE_BYTES
            too_long(stop - at)
          else
            text = @text.decode(stretch.byteslice(at, stop - at)).chomp
            text.strip.empty? ? @skipped_lines << @line : row(text, @line)
          end
          @line += 1
          stop
        end

        # Cut into fields, it would take many times its size.
        def too_long(bytes)
          @skipped_lines << @line
          @problems << Problem.new(line: @line, kind: :fields, text: "#{bytes} bytes in one line")
        end

        def row(text, line)
          fields = @layout.fields(text)
          return skip(text, line, fields) if COMMENT.match?(text) && !@layout.words?(0)

          values = fields.each_index.map { |i| value(fields, i, line) }
          return skip(text, line, fields) if fields.size != @layout.field_count || remark?(fields, values)

          note_cells(fields, values, line) if values.include?(nil)
          values.each_with_index { |v, i| @columns[i] << [v || MISSING].pack("E") }
        end

        # No reading at all, or more words than readings; as many, where they are several or one stands for the time.
        def remark?(fields, values)
          return true if values.all?(&:nil?)

          words = fields.each_index.count { |i| @forms[i] != "words" && word?(fields[i]) }
          return words > fields.size / 2.0 if words < 2 && !timeless?(values)

          words.positive? && words >= fields.size / 2.0
        end

        def timeless?(values) = @forms.each_with_index.any? { |form, i| form && form != "words" && values[i].nil? }

        def word?(field)
          field.match?(/[[:alpha:]]{2}/) && !Layout::NO_VALUE.match?(field) && !@layout.style.number?(field)
        end

        # @return [Float, nil] SI
        def value(fields, index, line)
          form = @forms[index]
          return if form == "words" || fields.size != @layout.field_count
          return @cell_units.value(index, fields, line) if form.nil? && @cell_units&.reads?(index)

          found = form ? Stamps.parse(fields[index], form) : @layout.style.parse(fields[index])
          found && (found * @scales[index])
        end

        def note_cells(fields, values, line)
          values.each_with_index do |v, i|
            next if v || @forms[i] == "words"

            blank = fields[i].empty?
            @problems << Problem.new(line: line, kind: blank ? :blank : :not_a_number,
                                     text: "column #{i + 1} #{blank ? 'is blank' : "has “#{fields[i][0, 20]}”"}")
          end
        end

        def skip(text, line, fields)
          @skipped_lines << line
          other_table(fields, line)
          kind = kind_of_skipped(text, fields)
          counted = "#{fields.size} fields where #{@layout.field_count} belong"
          @problems << Problem.new(line: line, kind: kind, text: kind == :fields ? counted : text.strip[0, 60])
        end

        def kind_of_skipped(text, fields)
          return commented_header?(text) ? :header : :remark if COMMENT.match?(text)

          words = fields.any? { |f| f.match?(/[[:alpha:]]{2}|[\[(]/) && !Layout::NO_VALUE.match?(f) }
          return :header if words && fields.size == @layout.field_count

          words && fields.none? { |f| @layout.style.number?(f) } ? :remark : :fields
        end

        # A remark is one only if it names the columns of a table.
        def commented_header?(text)
          heads = @layout.heads(text)
          heads.size == @layout.field_count && heads.size > 1 &&
            heads.count { |head| Vocabulary.role(head) } > heads.size / 2.0
        end

        # Rows of another table, below a line that is no row.
        def other_table(fields, line)
          return unless other_row?(fields)

          from = @other && @other.last == line - 1 ? @other.first : nil
          from ||= line if @skipped_lines[-2] == line - 1
          @other = from && [from, line]
          @second_table ||= from if from && line - from + 1 >= OTHER_TABLE
        end

        def other_row?(fields)
          fields.size > 1 && fields.size != @layout.field_count && fields.all? { |f| @layout.style.number?(f) }
        end

        # Words after the last row are remarks, not defects.
        def forgive_trailing
          last = line_of(count - 1)
          @problems.reject! { |problem| problem.line > last && %i[remark header].include?(problem.kind) }
        end
      end
    end
  end
end
