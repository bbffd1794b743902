# frozen_string_literal: true

module MildAnvil
  module Devices
    module Delimited
      # In which unit a column is, as its own file says: in a row of units, in the header, in the cells, or in a column
      # of units beside it.
      class StatedUnits
        # @param layout [Layout]; @param units [Core::Quantity::UnitTable]
        # @param fields [#call] index of a column => its first fields
        def initialize(layout, units, fields)
          @layout = layout
          @units = units
          @fields = fields
        end

        # @param unit_field [String, nil] of the row of units; @param in_header [String, nil]
        # @return [String, nil]
        def unit(index, unit_field, in_header)
          return unit_field.delete("[]()") unless unit_field.to_s.empty?

          in_header || inside(index) || beside(index)
        end

        # @return [Integer, nil] the next column, if it holds nothing but units
        def column(index) = (index + 1 if @layout.words?(index + 1) && units_alone?(index + 1))

        def units_alone?(index)
          texts = @fields.call(index).reject(&:empty?)
          texts.any? && texts.uniq.all? { |text| @units.find(text.delete("[]()")) }
        end

        # A force over a width or an area is no force, whatever its column is called.
        def spread?(unit, text) = unit.nil? && text.to_s.include?("/") && !@units.find(text.to_s.split("/").first).nil?

        private

        # The unit in the cells themselves: the one that most of them have, if all measure the same.
        def inside(index)
          return unless @layout.style.units_inside?

          usual(@fields.call(index).filter_map { |field| NumberStyle.unit_in(field) })
        end

        def beside(index)
          at = column(index)
          at && usual(@fields.call(at).reject(&:empty?).map { |text| text.delete("[]()") })
        end

        def usual(texts)
          usual, = texts.tally.max_by(&:last)
          usual if texts.uniq.one? || texts.uniq.map { |text| @units.find(text)&.quantity }.uniq.one?
        end
      end
    end
  end
end
