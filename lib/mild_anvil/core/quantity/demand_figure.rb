# frozen_string_literal: true

module MildAnvil
  module Core
    module Quantity
      # What somebody else said, in the unit they said it in: a claim or a requirement. Its own text is kept as typed;
      # other units
      # get four figures, to the nearest.
      module DemandFigure
        FIGURES = 4

        module_function

        # @param value_si [Float]
        # @param text [String] as typed
        # @param unit [Unit] it was typed in
        # @param units [Array<Unit>] to show it in
        # @return [FigureRule::Figure]
        def call(value_si:, text:, unit:, units:)
          others = units.reject { |other| other.symbol == unit.symbol }
          texts = others.to_h { |other| [other.symbol, rule(other, value_si).nearest(value_si).text] }
          FigureRule::Figure.new(text: text, unit: unit.symbol, value_si: value_si,
                                 texts: { unit.symbol => text }.merge(texts).freeze).freeze
        end

        def rule(unit, value_si)
          value = unit.from_si(value_si)
          FigureRule.new(unit: unit, step: "1e#{Math.log10(value).floor - FIGURES + 1}")
        end
        private_class_method :rule
      end
    end
  end
end
