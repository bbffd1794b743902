# frozen_string_literal: true

module MildAnvil
  module Core
    module Statistics
      # The regularized incomplete beta function, both tails.
      module IncompleteBeta
        MAX_TERMS = 10_000
        SMALLEST = 1.0e-300
        EPSILON = 1.0e-16

        module_function

        # @param a [Float] > 0
        # @param b [Float] > 0
        # @param x [Float] 0..1
        # @param y [Float] 1 - x, given apart so that a tiny x or y keeps its digits
        # @return [Float] I_x(a, b)
        # Source: Press et al., Numerical Recipes, 3rd edition 2007, section 6.4 (Lentz' continued fraction)
        def lower(a, b, x, y = 1 - x)
          return 0.0 if x <= 0
          return 1.0 if y <= 0

          x < (a + 1.0) / (a + b + 2.0) ? tail(a, b, x, y) : 1 - tail(b, a, y, x)
        end

        # @return [Float] 1 - I_x(a, b) without subtracting where it is small
        def upper(a, b, x, y = 1 - x) = lower(b, a, y, x)

        def tail(a, b, x, y)
          front = (a * Math.log(x)) + (b * Math.log(y)) - log_beta(a, b)
          Math.exp(front) * fraction(a, b, x) / a
        end
        private_class_method :tail

        # @return [Float] ln B(a, b)
        def log_beta(a, b) = Math.lgamma(a)[0] + Math.lgamma(b)[0] - Math.lgamma(a + b)[0]

        def fraction(a, b, x)
          c = 1.0
          d = guard(1 - ((a + b) * x / (a + 1)))
          d = 1 / d
          h = d
          1.upto(MAX_TERMS) do |m|
            even = m * (b - m) * x / ((a + (2 * m) - 1) * (a + (2 * m)))
            d = 1 / guard(1 + (even * d))
            c = guard(1 + (even / c))
            h *= d * c
            odd = -(a + m) * (a + b + m) * x / ((a + (2 * m)) * (a + (2 * m) + 1))
            d = 1 / guard(1 + (odd * d))
            c = guard(1 + (odd / c))
            step = d * c
            h *= step
            return h if (step - 1).abs < EPSILON * 10
          end
          raise NotConverged.new("the incomplete beta function did not settle", a: a, b: b, x: x)
        end
        private_class_method :fraction

        def guard(value) = value.abs < SMALLEST ? SMALLEST : value
        private_class_method :guard
      end
    end
  end
end
