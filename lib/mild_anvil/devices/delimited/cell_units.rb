# frozen_string_literal: true

module MildAnvil
  module Devices
    module Delimited
      # The values of columns whose unit stands beside each of them, in the cell or in a column of its own: every row is
      # read by its own unit, and where that changes is noted.
      class CellUnits
        Change = Struct.new(:line, :column, :from, :to, keyword_init: true)

        # @return [Array<Change>] in the order of the rows
        attr_reader :changes

        # @param columns [Array<Column>]
        # @param units [Core::Quantity::UnitTable]
        # @param style [NumberStyle]
        def initialize(columns, units, style)
          @columns = columns
          @units = units
          @style = style
          @known = Hash.new { |known, text| known[text] = units.find(text) }
          @last = {}
          @several = {}
          @changes = []
        end

        # @return [Boolean] whether any column is read so
        def any? = @columns.any? { |column| reads?(column.index) }

        # @return [Boolean] whether that column is
        def reads?(index) = !@columns[index].unit.nil? && (@style.units_inside? || !@columns[index].unit_column.nil?)

        # @return [Float, nil] SI; nil for what is no number, has a unit of something else, or none where several are
        #   used
        def value(index, fields, line)
          number = @style.parse(fields[index]) or return
          column = @columns[index]
          text = beside(column, fields)
          return without_unit(column, number) if text.nil?

          unit = @known[text]
          return if unit.nil? || unit.quantity != column.unit.quantity

          note(column, unit, line)
          number * unit.factor
        end

        private

        def beside(column, fields)
          at = column.unit_column
          text = at ? fields[at].to_s.delete("[]()").strip : unit_in(fields[column.index])
          text unless text.to_s.empty?
        end

        def unit_in(field) = @style.units_inside? ? NumberStyle.unit_in(field) : nil

        def without_unit(column, number)
          @several[column.index] ? nil : number * column.unit.factor
        end

        def note(column, unit, line)
          before = @last[column.index]
          @last[column.index] = unit
          return if before.nil? || before == unit

          @several[column.index] = true
          @changes << Change.new(line: line, column: column.title, from: before.symbol, to: unit.symbol)
        end
      end
    end
  end
end
