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
        FORMS = { nil => "n", "clock" => "c", "stamp" => "s", "date" => nil }.freeze

        # columns: packed doubles, scaled to SI
        attr_reader :columns, :problems, :skipped_lines

        # @param text [Text]
        # @param layout [Layout]
        # @param forms [Array<String, nil>] per column "clock", "stamp" or "date" where it is a time of that form
        # @param scales [Array<Float>] a factor per column
        # @param limit [TimeLimit, nil]
        def initialize(text, layout, forms, scales, limit: nil)
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
            if letters.include?(nil) || @layout.style.units_inside?
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
          values = fields.each_with_index.map { |field, i| value(field, i) }
          return skip(text, line, fields) if fields.size != @layout.field_count || remark?(fields, values)

          note_cells(fields, values, line) if values.include?(nil)
          values.each_with_index { |v, i| @columns[i] << [v ? v * @scales[i] : MISSING].pack("E") }
        end

        # No reading at all, or more words than readings; as many, where one of them stands for the time.
        def remark?(fields, values)
          return true if values.all?(&:nil?)

          words = fields.count { |f| word?(f) }
          timeless = @forms.each_with_index.any? { |form, i| form && values[i].nil? }
          words > fields.size / 2.0 || (timeless && words.positive? && words >= fields.size / 2.0)
        end

        def word?(field)
          field.match?(/[[:alpha:]]{2}/) && !Layout::NO_VALUE.match?(field) && !@layout.style.number?(field)
        end

        def value(field, index)
          form = @forms[index]
          form ? Stamps.parse(field, form) : @layout.style.parse(field)
        end

        def note_cells(fields, values, line)
          values.each_with_index do |v, i|
            next if v

            blank = fields[i].empty?
            @problems << Problem.new(line: line, kind: blank ? :blank : :not_a_number,
                                     text: "column #{i + 1} #{blank ? 'is blank' : "has “#{fields[i][0, 20]}”"}")
          end
        end

        def skip(text, line, fields)
          @skipped_lines << line
          words = fields.any? { |f| f.match?(/[[:alpha:]]{2}|[\[(]/) && !Layout::NO_VALUE.match?(f) }
          kind = words && fields.size == @layout.field_count ? :header : :fields
          kind = :remark if words && kind == :fields && fields.none? { |f| @layout.style.number?(f) }
          counted = "#{fields.size} fields where #{@layout.field_count} belong"
          @problems << Problem.new(line: line, kind: kind, text: kind == :fields ? counted : text.strip[0, 60])
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
