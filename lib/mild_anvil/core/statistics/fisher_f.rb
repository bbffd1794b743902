# frozen_string_literal: true

module MildAnvil
  module Core
    module Statistics
      # The F distribution with real degrees of freedom.
      module FisherF
        module_function

        # @param x [Float]
        # @param dof1 [Float] of the numerator, > 0
        # @param dof2 [Float] of the denominator, > 0
        # @return [Float] P(F > x)
        def upper_tail(x, dof1, dof2)
          return 1.0 unless x.positive?

          whole = dof2 + (dof1 * x)
          IncompleteBeta.lower(dof2 / 2.0, dof1 / 2.0, dof2 / whole, dof1 * x / whole)
        end

        # @return [Float] P(F <= x)
        def cdf(x, dof1, dof2)
          return 0.0 unless x.positive?

          whole = dof2 + (dof1 * x)
          IncompleteBeta.lower(dof1 / 2.0, dof2 / 2.0, dof1 * x / whole, dof2 / whole)
        end

        # @param p [Float] 0 < p < 1
        # @return [Float] x with P(F <= x) = p
        # @raise [InvalidInput]
        def quantile(p, dof1, dof2)
          Checks.shares!(p: p)
          excess = p < 0.5 ? ->(x) { cdf(x, dof1, dof2) - p } : ->(x) { (1 - p) - upper_tail(x, dof1, dof2) }
          Roots.bracketed(*Roots.expand_upwards(0.0, 1.0, &excess), &excess)
        end
      end
    end
  end
end
