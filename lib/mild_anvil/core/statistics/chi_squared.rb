# frozen_string_literal: true

module MildAnvil
  module Core
    module Statistics
      # The chi-squared distribution with real degrees of freedom.
      module ChiSquared
        module_function

        # @param x [Float]
        # @param dof [Float] > 0
        # @return [Float] P(X <= x)
        def cdf(x, dof) = IncompleteGamma.lower(dof / 2.0, x / 2.0)

        # @return [Float] P(X > x)
        def upper_tail(x, dof) = IncompleteGamma.upper(dof / 2.0, x / 2.0)

        # @return [Float] density at x > 0
        def density(x, dof)
          half = dof / 2.0
          Math.exp(((half - 1) * Math.log(x)) - (x / 2) - (half * Math.log(2)) - Math.lgamma(half)[0])
        end

        # @param p [Float] 0 < p < 1
        # @return [Float] x with P(X <= x) = p
        # @raise [InvalidInput]
        # Method: the smaller tail is solved for x inside a bracket; first guess by Wilson and Hilferty.
        def quantile(p, dof)
          Checks.shares!(p: p)
          raise InvalidInput.new("degrees of freedom must be above 0", dof: dof) unless dof.positive?

          excess = p < 0.5 ? ->(x) { cdf(x, dof) - p } : ->(x) { (1 - p) - upper_tail(x, dof) }
          start = guess(p, dof)
          low, high = Roots.expand_upwards(0.0, start, &excess)
          Roots.bracketed(low, high, &excess)
        end

        def guess(p, dof)
          step = 2 / (9.0 * dof)
          [dof * ((1 - step + (Normal.quantile(p) * Math.sqrt(step)))**3), 0.01 * dof].max
        end
        private_class_method :guess
      end
    end
  end
end
