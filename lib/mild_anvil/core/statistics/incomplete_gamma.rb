# frozen_string_literal: true

module MildAnvil
  module Core
    module Statistics
      # The regularized incomplete gamma functions, each tail computed as such where it is small.
      module IncompleteGamma
        MOST_TERMS = 10_000
        SMALLEST = 1.0e-300
        SETTLED = 1.0e-16

        module_function

        # @param a [Float] > 0
        # @param x [Float] >= 0
        # @return [Float] P(a, x), the lower one
        def lower(a, x)
          return 0.0 unless x.positive?

          x < a + 1 ? series(a, x) : 1 - fraction(a, x)
        end

        # @return [Float] Q(a, x) = 1 - P(a, x), accurate where it is small
        def upper(a, x)
          return 1.0 unless x.positive?

          x < a + 1 ? 1 - series(a, x) : fraction(a, x)
        end

        # Source: NIST Digital Library of Mathematical Functions, 8.11.4
        def series(a, x)
          term = sum = 1 / a
          MOST_TERMS.times do |k|
            term *= x / (a + k + 1)
            sum += term
            break if term < sum * SETTLED
          end
          sum * front(a, x)
        end
        private_class_method :series

        # Source: NIST Digital Library of Mathematical Functions, 8.9.2, by Lentz's method
        def fraction(a, x)
          b = x + 1 - a
          c = 1 / SMALLEST
          d = 1 / b
          value = d
          (1..MOST_TERMS).each do |k|
            factor = -k * (k - a)
            b += 2
            d = 1 / guard((factor * d) + b)
            c = guard(b + (factor / c))
            change = c * d
            value *= change
            break if (change - 1).abs < SETTLED
          end
          value * front(a, x)
        end
        private_class_method :fraction

        def front(a, x) = Math.exp((a * Math.log(x)) - x - Math.lgamma(a)[0])
        private_class_method :front

        def guard(value) = value.abs < SMALLEST ? SMALLEST : value
        private_class_method :guard
      end
    end
  end
end
