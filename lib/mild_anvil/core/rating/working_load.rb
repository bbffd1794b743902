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
        # @param minimum_si [Float] > 0, as stated on the paper, so that a reader can repeat the division
        # @param factor [Float] >= 1
        # @param unit [Quantity::Unit] of the marking step
        # @param step [Numeric, nil] in that unit
        # @param others [Array<Quantity::Unit>] further units to state it in
        # @return [Quantity::FigureRule::Figure]
        # @raise [InvalidInput] for a factor below 1 or a step not above 0
        # @raise [InsufficientData] where the limit lies below one marking step
        def limit(minimum_si:, factor:, unit:, step: nil, others: [])
          unless factor.is_a?(Numeric) && factor >= 1
            raise InvalidInput.new("a design factor must be at least 1",
                                   factor: factor)
          end

          exact = minimum_si / factor
          rule = rule(exact, unit: unit, step: step, others: others)
          refuse_nothing(rule, exact) if rule.zero?(exact)
          rule.down(exact)
        end

        # @return [Quantity::FigureRule] of the marking step
        def rule(value_si, unit:, step:, others: [])
          Quantity::FigureRule.new(unit: unit, step: step || default_step(unit.from_si(value_si)), others: others)
        end

        # @return [String] the power of ten that leaves two figures of the value
        def default_step(value) = "1e#{Math.log10(value).floor - DEFAULT_FIGURES + 1}"

        def refuse_nothing(rule, exact)
          raise InsufficientData.new(format("%.3g %s lies below one marking step of %s %s: nothing could be marked. " \
                                            "Choose a finer step",
                                            rule.unit.from_si(exact), rule.unit.symbol,
                                            rule.step.to_s("F").delete_suffix(".0"), rule.unit.symbol),
                                     limit_si: exact)
        end
        private_class_method :refuse_nothing
      end
    end
  end
end
