# frozen_string_literal: true

module MildAnvil
  module Devices
    module Delimited
      # Which of the lines above a table name its columns, and which their units; the others are its preamble.
      class Headings
        UNKNOWN_UNIT = /\A(?:[\[(][^\])]*[\])]|[[:alpha:]%°µ]{1,3})\z/ # in brackets, or as short as one
        NO_UNIT = /\A[-–—1\s]*\z/ # of what is counted

        # @param lines [Array<String>]
        # @param first [Integer] index of the first row
        # @param units [Core::Quantity::UnitTable]; @param count [Integer] fields of a row
        def initialize(lines, first, units:, delimiter:, count:)
          @lines = lines
          @units = units
          @delimiter = delimiter
          @count = count
          @above = (0...first).to_a.reverse.reject { |i| lines[i].strip.empty? }
          @heads = @above.to_h { |i| [i, Layout.heads(lines[i], delimiter, count)] }
          find
        end

        # @return [Integer, nil] lines count from 1
        def header_line = @header && (@header + 1)
        def unit_line = @unit_row && (@unit_row + 1)

        # @return [Array<String>]
        def preamble = @above.reject { |i| [@header, @unit_row].include?(i) }.map { |i| @lines[i].strip }.reverse

        private

        def find
          headers = @above.select { |i| headerlike?(@heads[i]) }
          @unit_row = @above.first if headers.include?(@above.first) && unit_row?(@heads[@above.first])
          @header = (headers - [@unit_row]).first
        end

        def headerlike?(fields)
          words = fields.count { |f| f.match?(/[[:alpha:]]/) }
          sized = @delimiter == " " ? fields.size >= @count : sized?(fields)
          sized && words >= [1, @count / 2].max
        end

        # As many as the rows have, or one more or less; a key with its value is none.
        def sized?(fields)
          return true if fields.size == @count

          fields.size > 1 && (fields.size - @count).abs == 1 && fields.none? { |f| f.match?(/[:=]/) }
        end

        # Every filled field is short and is a unit, bare or in brackets; a few may be units that are not known.
        def unit_row?(fields)
          named = fields.reject { |f| NO_UNIT.match?(f.delete("[]()")) }
          known, other = named.partition { |f| @units.find(f.delete("[]()")) }
          known.any? && known.size >= other.size && other.all? { |f| UNKNOWN_UNIT.match?(f) }
        end
      end
    end
  end
end
