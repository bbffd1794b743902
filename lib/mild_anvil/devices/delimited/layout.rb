# frozen_string_literal: true

require "csv"

module MildAnvil
  module Devices
    module Delimited
      # Where the table stands in a text and how its rows are cut. Lines count from 1.
      #
      # word_columns: indices of those that hold words and no readings; given_heads: names that no line of the text
      # holds, as of records; passed_over: [first, last] line of another table above it, or nil
      Layout = Struct.new(:delimiter, :style, :header_line, :unit_line, :data_first_line, :field_count, :quoted,
                          :preamble, :word_columns, :given_heads, :passed_over, keyword_init: true) do
        def initialize(word_columns: [], **rest) = super

        def fields(line) = Layout.cut(line, delimiter, field_count)

        # @return [Array<String>] of a line above the table, whose words and units may hold a space
        def heads(line) = Layout.heads(line, delimiter, field_count)

        # @return [Boolean] whether that column holds words
        def words?(index) = word_columns.include?(index)

        # @param lines [Array<String>] of which it was found in those from a place on
        # @return [Layout] with the numbers that lines have in the file, and all that stands above as its preamble
        def moved(from, lines)
          dup.tap do |l|
            l.header_line &&= header_line + from
            l.unit_line &&= unit_line + from
            l.data_first_line = data_first_line + from
            l.passed_over &&= passed_over.map { |line| line + from }
            l.preamble = lines.first(from).map(&:strip).reject(&:empty?) + preamble
          end
        end
      end

      class Layout
        PROBE_LINES = 400
        DELIMITERS = [";", "\t", ",", "|", " "].freeze
        NAMES = { ";" => "semicolon", "\t" => "tab", "," => "comma", "|" => "bar", " " => "spaces" }.freeze
        BARRED = /\A\s*\|(.*)\|\s*\z/m # a bar before the first and behind the last cell
        MARKED = %r{\A\s*(?:#+|//+|%+)\s*(?=\S)} # of a remark
        NO_VALUE = %r{\A(?:nan|n/a|na|null|none|inf|-inf|-+|\*+|overflow|ovf|ol|#(?:n/a|value!|div/0!|num!|ref!))\z}i

        # @param count [Integer, nil] fields that it should have: bars at both ends may also stand beside empty cells
        # @return [Array<String>] trimmed fields
        def self.cut(line, delimiter, count = nil)
          return line.strip.split(/\s+/) if delimiter == " "

          line = line[BARRED, 1] if delimiter == "|" && BARRED.match?(line) && line.count("|") + 1 != count
          return quoted(line, delimiter) if line.include?('"')

          line.split(delimiter, -1).map(&:strip)
        end

        # A mark of a remark before them is none of them, unless it is needed to name all columns.
        def self.heads(line, delimiter, count)
          found = heads_of(line, delimiter, count)
          return found unless MARKED.match?(line)

          bare = heads_of(line.sub(MARKED, ""), delimiter, count)
          numbered = bare.first.to_s.empty? || (found.size == count && bare.size != count)
          numbered ? found : bare
        end

        def self.heads_of(line, delimiter, count)
          return cut(line, delimiter, count) unless delimiter == " "

          wide = line.strip.split(/\s{2,}|\t/)
          wide.size == count ? wide : line.strip.gsub(/\s+([\[(])/, "").split(/\s+/)
        end
        private_class_method :heads_of

        def self.quoted(line, delimiter)
          (CSV.parse_line(line, col_sep: delimiter) || []).map { |f| f.to_s.strip }
        rescue CSV::MalformedCSVError
          line.split(delimiter, -1).map { |f| f.delete('"').strip }
        end
        private_class_method :quoted
      end
    end
  end
end
