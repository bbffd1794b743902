# frozen_string_literal: true

module MildAnvil
  module Actions
    # Values of a lot as they may be stated, in every unit of its measurand.
    class Figures
      # @param lot [Store::Models::Lot]
      def self.of(lot) = new(Catalogue.measurand(lot.measurand), lot.display_unit)

      attr_reader :measurand, :unit

      def initialize(measurand, symbol)
        @measurand = measurand
        @unit = measurand.unit!(symbol)
      end

      # @return [Hash, nil] a reading, no finer than its instrument
      def reading(value_si, resolution_si = nil)
        return if value_si.nil?

        rule = Core::Quantity::FigureRule.for(unit: unit, resolution_si: resolution_si, largest_si: value_si.abs,
                                              others: measurand.units)
        rule.nearest(value_si).to_h
      end

      # @return [Hash] what something holds: never stated higher than it is
      def limit(value_si)
        Core::Quantity::FigureRule.for(unit: unit, largest_si: value_si, others: measurand.units).down(value_si).to_h
      end

      # @param row [#value_si, #text, #unit] what somebody stated in a unit of their own
      # @return [Hash]
      def stated(row)
        Core::Quantity::DemandFigure.call(value_si: row.value_si, text: row.text, unit: measurand.unit!(row.unit),
                                          units: measurand.units).to_h
      end

      # @param typed [Hash, nil] text, unit
      # @return [Core::Quantity::TypedReading, nil]
      # @raise [InvalidInput] in the words of the field
      def parse(typed, field: :text, zero: false)
        return if typed.nil?

        Core::Quantity::TypedReading.parse(typed[:text], measurand.unit!(typed[:unit]), zero: zero)
      rescue InvalidInput => e
        raise InvalidInput.new(e.message, fields: { field => e.message })
      end
    end
  end
end
