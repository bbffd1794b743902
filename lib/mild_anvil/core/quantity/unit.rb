# frozen_string_literal: true

module MildAnvil
  module Core
    module Quantity
      # A unit and its exact factor to SI.
      class Unit
        attr_reader :quantity, :symbol, :factor, :aliases

        # @param quantity [String] "force", "displacement", "time" ...
        # @param factor [Numeric] SI units per one of this unit
        # @param case_matters [Boolean] true for MN and mN, which differ by a thousand million
        def initialize(quantity:, symbol:, factor:, aliases: [], case_matters: false)
          @quantity = quantity
          @symbol = symbol
          @factor = factor.to_f
          @aliases = aliases
          @case_matters = case_matters
          freeze
        end

        # @return [Boolean] whether a logger's header means this unit
        def called?(text)
          [symbol, *aliases].any? { |name| @case_matters ? name == text : name.casecmp?(text) }
        end

        def to_si(value) = value * factor
        def from_si(value) = value / factor
        def force? = quantity == "force"
        def to_s = symbol
      end
    end
  end
end
