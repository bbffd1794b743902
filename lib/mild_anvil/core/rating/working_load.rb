# frozen_string_literal: true

module MildAnvil
  module Core
    module Rating
      # From a minimum breaking strength and a design factor to the working load limit that may be marked.
      module WorkingLoad
        # Without a marking step of its own, two figures are marked.
        DEFAULT_FIGURES = 2

        module_function

        # Rounded down to the marking step, always; 4.87 to a step of 0.1 gives 4.8, 0.3 to 0.1 gives 0.3.
        #
        # @param minimum_newtons [Float] > 0, as stated on the paper, so that a reader can repeat the division
        # @param factor [Float] >= 1
        # @param unit [Quantity::Unit]
        # @param step [Numeric, nil] in that unit
        # @return [Quantity::FigureRule::Figure]
        # @raise [InvalidInput] for a factor below 1 or a step not above 0
        def limit(minimum_newtons:, factor:, unit:, step: nil)
          raise InvalidInput.new("a design factor below 1 is no factor", factor: factor) unless factor.is_a?(Numeric) && factor >= 1

          exact = minimum_newtons / factor
          Quantity::FigureRule.new(unit: unit, step: step || default_step(unit.from_si(exact))).down(exact)
        end

        # @return [String] the power of ten that leaves two figures of the value
        def default_step(value) = "1e#{Math.log10(value).floor - DEFAULT_FIGURES + 1}"
      end
    end
  end
end
