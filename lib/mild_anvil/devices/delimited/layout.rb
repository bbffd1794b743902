# frozen_string_literal: true

require "csv"

module MildAnvil
  module Devices
    module Delimited
      # Where the table stands in a text and how its rows are cut. Lines count from 1.
      Layout = Struct.new(:delimiter, :style, :header_line, :unit_line, :data_first_line, :field_count, :quoted,
                          :preamble, keyword_init: true) do
        def fields(line) = Layout.cut(line, delimiter)

        # @return [Array<String>] of a line above the table, whose words and units may hold a space
        def heads(line) = Layout.heads(line, delimiter, field_count)

        # @param lines [Array<String>] of which it was found in those from a place on
        # @return [Layout] with the numbers that lines have in the file, and all that stands above as its preamble
        def moved(from, lines)
          dup.tap do |l|
            l.header_line &&= header_line + from
            l.unit_line &&= unit_line + from
            l.data_first_line = data_first_line + from
            l.preamble = lines.first(from).map(&:strip).reject(&:empty?) + preamble
          end
        end
      end

      class Layout
        PROBE_LINES = 400
        PROBE_FIELDS = PROBE_LINES * 16
        DELIMITERS = [";", "\t", ",", " "].freeze
        NAMES = { ";" => "semicolon", "\t" => "tab", "," => "comma", " " => "spaces" }.freeze
        SEEN_SHARE = 0.1 # of the lines must have a mark that is worth trying
        RUN = 2 # data lines in a row that make a table

        # @return [Array<String>] trimmed fields
        def self.cut(line, delimiter)
          return line.strip.split(/\s+/) if delimiter == " "
          return quoted(line, delimiter) if line.include?('"')

          line.split(delimiter, -1).map(&:strip)
        end

        def self.heads(line, delimiter, count)
          return cut(line, delimiter) unless delimiter == " "

          wide = line.strip.split(/\s{2,}|\t/)
          wide.size == count ? wide : line.strip.gsub(/\s+([\[(])/, "").split(/\s+/)
        end

        def self.quoted(line, delimiter)
          (CSV.parse_line(line, col_sep: delimiter) || []).map { |f| f.to_s.strip }
        rescue CSV::MalformedCSVError
          line.split(delimiter, -1).map { |f| f.delete('"').strip }
        end
        private_class_method :quoted

        # Finds delimiter, number style and first data line by trying each and counting the lines that become rows.
        #
        # @param lines [Array<String>] the first lines of the file
        # @param spread [Array<String>] lines from all over the file: a decimal comma may first be seen far down
        # @param delimiter [String, nil] a choice made by the user
        # @param decimal_mark [String, nil] likewise
        # @return [Layout]
        # @raise [InvalidInput] when no line is a row of numbers
        def self.detect(lines, units, spread: [], delimiter: nil, decimal_mark: nil)
          marks = delimiter ? [delimiter] : worth_trying(lines)
          tried = [false, true].lazy.map do |units_inside|
            marks.filter_map do |mark|
              attempt(lines, units, spread: spread, delimiter: mark, decimal_mark: decimal_mark,
                                    units_inside: units_inside)
            end
          end.find(&:any?) || []
          # Spaces stand inside stamps and words, too: a mark that cuts as many rows says more.
          best = tried.max_by do |rows, fields, l|
            [fields >= 2 ? rows : rows * 0.5, l.delimiter == " " ? 0 : 1, fields]
          end
          raise InvalidInput.new(no_table(lines), line: 1) if best.nil?

          best.last
        end

        # A mark that few lines have cuts nothing; without any there is one column.
        def self.worth_trying(lines)
          filled = lines.reject { |line| line.strip.empty? }
          found = DELIMITERS.select do |mark|
            filled.count do |line|
              line.strip.include?(mark)
            end >= SEEN_SHARE * filled.size
          end
          found.empty? ? [","] : found
        end
        private_class_method :worth_trying

        def self.no_table(lines)
          filled = lines.count { |line| !line.strip.empty? }
          if filled <= 3
            "There is a header only and no data: no rows of readings stand below it. Export the readings " \
              "as well"
          else
            "No table of numbers was found in this text. Export it as CSV: one row a reading, one column " \
              "a channel"
          end
        end
        private_class_method :no_table

        def self.attempt(lines, units, spread:, delimiter:, decimal_mark:, units_inside:)
          cut = lines.map { |line| cut(line, delimiter) }
          style = style_of(cut, spread, delimiter, decimal_mark, units_inside)
          rows = cut.map { |fields| row?(fields, style) ? fields.size : nil }
          count, hits = rows.compact.tally.max_by { |size, n| [n, size] }
          first = count && first_row(rows, count, hits)
          return if first.nil?

          [hits, count, place(lines, first, units: units, style: style, delimiter: delimiter, count: count)]
        end
        private_class_method :attempt

        def self.style_of(cut, spread, delimiter, decimal_mark, units_inside)
          return NumberStyle.new(decimal_mark: decimal_mark, units_inside: units_inside) if decimal_mark

          rows = cut + spread.map { |line| cut(line, delimiter) }
          rows = rows.map { |fields| fields.map { |field| NumberStyle.bare(field) } } if units_inside
          columns = columns(rows)
          style = MarkGuess.new(columns.flatten.first(PROBE_FIELDS), columns: columns,
                                                                     usual: delimiter == ";" ? "," : ".").call
          units_inside ? style.with_units_inside : style
        end
        private_class_method :style_of

        # Of the rows of the most common length.
        def self.columns(rows)
          size = rows.map(&:size).tally.max_by(&:last)&.first
          rows.select { |fields| fields.size == size }.transpose
        end
        private_class_method :columns

        def self.first_row(rows, count, hits)
          rows.each_cons(RUN).find_index { |pair| pair.all?(count) } || (rows.index(count) if hits == 1)
        end
        private_class_method :first_row

        # A row has a number or a time in its first fields, and nothing but those, blanks and words for "no value".
        def self.row?(fields, style)
          kinds = fields.map do |f|
            if style.number?(f)
              :value
            elsif f.empty? || NO_VALUE.match?(f)
              :none
            else
              Stamps.form(f) ? :value : :word
            end
          end
          kinds.count(:value) >= [1, (fields.size + 1) / 2].max && !kinds.include?(:word)
        end

        UNKNOWN_UNIT = /\A(?:[\[(][^\])]*[\])]|[[:alpha:]%°µ]{1,3})\z/ # in brackets, or as short as one
        NO_UNIT = /\A[-–—1\s]*\z/ # of what is counted
        NO_VALUE = %r{\A(?:nan|n/a|na|null|none|inf|-inf|-+|\*+|overflow|ovf|ol)\z}i

        def self.place(lines, first, units:, style:, delimiter:, count:)
          above = (0...first).to_a.reverse.reject { |i| lines[i].strip.empty? }
          heads = above.to_h { |i| [i, heads(lines[i], delimiter, count)] }
          headers = above.select { |i| headerlike?(heads[i], count, delimiter) }
          unit_line = above.first if headers.include?(above.first) && unit_row?(heads[above.first], units)
          header = (headers - [unit_line]).first
          preamble = above.reject { |i| [header, unit_line].include?(i) }.map { |i| lines[i].strip }.reverse
          new(delimiter: delimiter, style: style, header_line: header && (header + 1),
              unit_line: unit_line && (unit_line + 1),
              data_first_line: first + 1, field_count: count, quoted: lines[first].include?('"'), preamble: preamble)
        end
        private_class_method :place

        def self.headerlike?(fields, count, delimiter)
          words = fields.count { |f| f.match?(/[[:alpha:]]/) }
          sized = delimiter == " " ? fields.size >= count : sized?(fields, count)
          sized && words >= [1, count / 2].max
        end
        private_class_method :headerlike?

        # As many as the rows have, or one more or less; a key with its value is none.
        def self.sized?(fields, count)
          return true if fields.size == count

          fields.size > 1 && (fields.size - count).abs == 1 && fields.none? { |f| f.match?(/[:=]/) }
        end
        private_class_method :sized?

        # Every filled field is short and is a unit, bare or in brackets; a few may be units that are not known.
        def self.unit_row?(fields, units)
          named = fields.reject { |f| NO_UNIT.match?(f.delete("[]()")) }
          known, other = named.partition { |f| units.find(f.delete("[]()")) }
          known.any? && known.size >= other.size && other.all? { |f| UNKNOWN_UNIT.match?(f) }
        end
        private_class_method :unit_row?
      end
    end
  end
end
