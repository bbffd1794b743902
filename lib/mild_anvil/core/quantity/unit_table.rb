# frozen_string_literal: true

module MildAnvil
  module Core
    module Quantity
      # The units known to the product, in the order in which they are offered.
      class UnitTable
        DISPLAYED_FORCES = %w[N daN kN lbf kgf tf].freeze

        def initialize(units)
          @units = units.freeze
          freeze
        end

        # @return [Array<Unit>]
        def all = @units

        # @param text [String, nil] as a logger wrote it, without brackets
        # @return [Unit, nil] the exact spelling first, then any alias
        def find(text)
          wanted = text.to_s.strip
          @units.find { |unit| unit.symbol == wanted } || @units.find { |unit| unit.called?(wanted) }
        end

        # @return [Unit]
        # @raise [InvalidInput] naming the units that would do
        def force!(text)
          unit = find(text)
          return unit if unit&.force?

          raise InvalidInput.new("#{text.inspect} is no unit of force; use #{DISPLAYED_FORCES.join(', ')}", unit: text)
        end

        # @return [Array<Unit>]
        def forces_displayed = DISPLAYED_FORCES.map { |symbol| find(symbol) }

        def of(quantity) = @units.select { |unit| unit.quantity == quantity }
      end
    end
  end
end
