# frozen_string_literal: true

module MildAnvil
  module Core
    module OldTable
      # The values and dates of an old table: each cell by itself, with one decision a column about its marks and about
      # which comes first, the day or the month.
      class Cells
        # text: digits with a point; unit: word beside them, or nil; bound: whether it is said to be a bound
        Value = Struct.new(:text, :unit, :bound, keyword_init: true)
        VALUE = %r{\A(?<bound>>=?|≥|>|at least|mind\.?|min\.?)?\s*(?<digits>\d[\d.,'\s\u00A0\u202F]*)(?<plus>\+)?\s*
                 (?<unit>[[:alpha:]µ°][[:alpha:]µ°·²/.\s]*)?\z}xi
        NOTHING = %r{\A(?:|-+|–|—|n/?a|nan|none|#n/a|\?)\z}i
        DECIMAL_COMMA = /\A\d+,(?:\d{1,2}|\d{4,})\z/
        DECIMAL_POINT = /\A\d+\.(?:\d{1,2}|\d{4,})\z/
        DATE = %r{\A(\d{1,4})[./-](\d{1,2})[./-](\d{2,4})(?:[ T]\d.*)?\z}
        SERIAL = /\A[2-6]\d{4}(?:\.\d+)?\z/ # days since 1899-12-30, as workbooks count them
        EARLIEST = 1850 # a year before that is a slip of the pen

        # @param values [Array<String>]; @param dates [Array<String>] of the columns
        # @param comma [String, nil] "decimal" or "thousands"; @param first [String, nil] "day" or "month", as answered
        # @param today [Date, nil] what lies after it is no day of an old break; it says which century "98" is of
        def initialize(values, dates, comma: nil, first: nil, today: nil)
          @today = today
          @digits = values.filter_map { |text| VALUE.match(text.strip)&.[](:digits) }
                          .map { |text| Quantity::TypedNumber.bare(text.delete("'")) }
          @pairs = dates.filter_map { |text| DATE.match(text.strip) }.reject { |match| match[1].size == 4 }
                        .map { |match| [match[1].to_i, match[2].to_i] }
          @comma = (comma || known_comma)&.to_sym
          @first = first || known_first
        end

        # @return [String, nil] a value whose comma may be either
        def open_comma = @comma ? nil : @digits.find { |digits| Quantity::TypedNumber.open?(digits) }

        # @return [Array(Integer, Integer), nil] a date that may be either
        def open_date = @first ? nil : @pairs.find { |a, b| a != b }

        # @return [Value, nil] nil for an empty cell
        # @raise [InvalidInput] in words
        def value(text)
          text = text.strip
          return if NOTHING.match?(text)

          match = VALUE.match(text) or refuse("“#{text[0, 30]}” is no value")
          digits = number(match[:digits]) or refuse("“#{text[0, 30]}” is no number")
          refuse("0 is no break") unless digits.to_f.positive?
          Value.new(text: digits, unit: match[:unit]&.strip, bound: !(match[:bound] || match[:plus]).nil?).freeze
        end

        # @return [Date, nil] nil for an empty cell
        # @raise [InvalidInput] in words
        def date(text)
          text = text.strip
          return if NOTHING.match?(text)
          return past(Date.new(1899, 12, 30) + text.to_i, text) if SERIAL.match?(text)

          match = DATE.match(text) or refuse("“#{text[0, 30]}” is no date")
          past(Date.new(*parts(match)), text)
        rescue Date::Error
          refuse("“#{text[0, 30]}” is no date")
        end

        private

        def past(date, text)
          refuse("“#{text[0, 30]}” lies in the future") if @today && date > @today
          refuse("“#{text[0, 30]}” is no date") if date.year < EARLIEST
          date
        end

        def number(digits)
          bare = Quantity::TypedNumber.bare(digits.delete("'"))
          if @comma == :decimal && bare.match?(/\A[1-9]\d{0,2}(?:\.\d{3})+\z/) && !points_decimal?
            return bare.delete(".")
          end

          Quantity::TypedNumber.plain(bare, comma: @comma)
        end

        def points_decimal? = @digits.any? { |digits| DECIMAL_POINT.match?(digits) }

        def known_comma
          return "decimal" if @digits.any? { |digits| DECIMAL_COMMA.match?(digits) }

          "thousands" if points_decimal?
        end

        def known_first
          return "day" if @pairs.any? { |a, _| a > 12 }

          "month" if @pairs.any? { |_, b| b > 12 }
        end

        def parts(match)
          one, two, three = match.captures.map(&:to_i)
          return [one, two, three] if match[1].size == 4

          year = match[3].size == 2 ? century(three) + three : three
          @first == "month" ? [year, one, two] : [year, two, one]
        end

        # The last year that ends so.
        def century(two) = @today.nil? || two <= @today.year % 100 ? 2000 : 1900

        def refuse(words) = raise(InvalidInput, words)
      end
    end
  end
end
