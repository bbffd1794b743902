# frozen_string_literal: true

require "json"

module MildAnvil
  module Devices
    module Delimited
      # Cuts the body of a file into columns of floats, a stretch at a time: the plain stretches by a fast parser after
      # strict checks, the others line by line with every defect noted.
      class Rows
        Problem = Struct.new(:line, :kind, :text, keyword_init: true)
        STRETCH_BYTES = 1_000_000
        MISSING = Float::NAN

        attr_reader :columns, :problems, :skipped_lines

        # @param text [String] UTF-8, plain line ends
        # @param layout [Layout]
        # @param forms [Array<String, nil>] per column "clock" or "stamp" where it is a time of that form
        def initialize(text, layout, forms)
          @text = text
          @layout = layout
          @forms = forms
          @columns = Array.new(layout.field_count) { [] }
          @problems = []
          @skipped_lines = []
        end

        # @return [Rows] itself, filled
        # @raise [InvalidInput] if a second header stands inside the data
        def read
          position = offset_of_line(@layout.data_first_line)
          line = @layout.data_first_line
          while position < @text.bytesize
            stop = end_of_stretch(position)
            stretch = binary.byteslice(position, stop - position)
            line = take(stretch, line)
            position = stop
          end
          forgive_trailing
          self
        end

        # @return [Integer] the file's line of a row, rows from 0
        def line_of(row)
          line = @layout.data_first_line + row
          @skipped_lines.each { |skipped| skipped <= line ? line += 1 : break }
          line
        end

        private

        def offset_of_line(number)
          @text.each_line.first(number - 1).sum(&:bytesize)
        end

        def end_of_stretch(position)
          probe = [position + STRETCH_BYTES, @text.bytesize].min
          return @text.bytesize if probe >= @text.bytesize

          newline = binary.index("\n", probe)
          newline ? newline + 1 : @text.bytesize
        end

        def binary = @binary ||= @text.dup.force_encoding(Encoding::BINARY)

        def take(stretch, line)
          fast = plain(stretch)
          return careful(stretch, line) if fast.nil?

          fast.each_with_index { |values, i| @columns[i].concat(values) }
          line + fast.first.size
        end

        # Every field a JSON number and every line of the same number of fields: then one C parser reads them all.
        def plain(stretch)
          delimiter = @layout.delimiter
          return if delimiter == " " || !@layout.style.plain? || @forms.any?

          body = stretch.end_with?("\n") ? stretch : "#{stretch}\n"
          marks = body.delete("0-9eE+. -")
          count = @layout.field_count
          return unless marks == "#{delimiter * (count - 1)}\n" * (marks.size / count)

          flat = JSON.parse("[#{body.chomp.tr("#{delimiter}\n", ',')}]")
          # As many points as numbers: none of them is a whole number, so none has to be converted.
          flat.map!(&:to_f) unless body.count(".") == flat.size
          Array.new(count) { |column| every(flat, column, count) }
        rescue JSON::ParserError
          nil
        end

        def every(flat, from, step)
          index = from - step
          Array.new(flat.size / step) { flat[index += step] }
        end

        def careful(stretch, line)
          stretch.force_encoding(Encoding::UTF_8).each_line(chomp: true) do |text|
            text.strip.empty? ? @skipped_lines << line : row(text, line)
            line += 1
          end
          line
        end

        def row(text, line)
          fields = @layout.fields(text)
          values = fields.each_with_index.map { |field, i| value(field, i) }
          return skip(text, line, fields) if fields.size != @layout.field_count || values.all?(&:nil?)

          note_cells(fields, values, line) if values.include?(nil)
          values.each_with_index { |v, i| @columns[i] << (v || MISSING) }
        end

        def value(field, index)
          form = @forms[index]
          form ? Stamps.parse(field, form) : @layout.style.parse(field)
        end

        def note_cells(fields, values, line)
          values.each_with_index do |v, i|
            next if v

            blank = fields[i].empty?
            @problems << Problem.new(line: line, kind: blank ? :blank : :not_a_number, text: "column #{i + 1} #{blank ? 'is blank' : "has “#{fields[i][0, 20]}”"}")
          end
        end

        def skip(text, line, fields)
          @skipped_lines << line
          words = fields.any? { |f| f.match?(/[[:alpha:]]{2}|[\[(]/) && !Layout::NO_VALUE.match?(f) }
          kind = words && fields.size == @layout.field_count ? :header : :fields
          kind = :remark if words && kind == :fields && fields.none? { |f| @layout.style.number?(f) }
          @problems << Problem.new(line: line, kind: kind, text: kind == :fields ? "#{fields.size} fields where #{@layout.field_count} belong" : text.strip[0, 60])
        end

        # Words after the last row are remarks, not defects.
        def forgive_trailing
          last = line_of(@columns.first.size - 1)
          @problems.reject! { |problem| problem.line > last && %i[remark header].include?(problem.kind) }
        end
      end
    end
  end
end
