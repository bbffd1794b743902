# frozen_string_literal: true

module MildAnvil
  module Core
    module Compare
      # By how much do the means of two groups differ, and how sure is that?
      class Difference
        attr_reader :mean_a, :mean_b, :dof, :standard_error

        # @param a [Array<Float>] shape (n,), n >= 2
        # @param b [Array<Float>] shape (m,), m >= 2
        # @param pooled [Boolean] true when both may be taken to scatter alike
        # @raise [InsufficientData] with one value in a group, or no scatter in either
        # Source: Welch, Biometrika 34 (1947); NIST e-Handbook 7.3.1
        def initialize(a, b, pooled: false)
          one = Group.described(a)
          two = Group.described(b)
          if one.degenerate? && two.degenerate?
            raise InsufficientData,
                  "both groups have no scatter at all: no test is defined"
          end

          @mean_a = one.mean
          @mean_b = two.mean
          pooled ? pool(one, two) : satterthwaite(one, two)
        end

        def value = mean_a - mean_b
        def t = value / standard_error

        # @return [Float] chance of a difference so far from nothing, either way
        def p_two_sided = 2 * Statistics::StudentT.upper_tail(t.abs, dof)

        # @return [Float] chance of a t so low: evidence that a is the lower one
        def p_a_less = Statistics::StudentT.cdf(t, dof)

        # @return [Array(Float, Float)]
        def interval(confidence = 0.95)
          reach = Group.two_sided(confidence, dof) * standard_error
          [value - reach, value + reach]
        end

        private

        def satterthwaite(one, two)
          va, vb = [one, two].map { |d| (d.standard_deviation**2) / d.count }
          @standard_error = Math.sqrt(va + vb)
          @dof = ((va + vb)**2) / (((va**2) / (one.count - 1)) + ((vb**2) / (two.count - 1)))
        end

        def pool(one, two)
          @dof = one.count + two.count - 2
          variance = [one, two].sum { |d| (d.count - 1) * (d.standard_deviation**2) } / @dof
          @standard_error = Math.sqrt(variance * ((1.0 / one.count) + (1.0 / two.count)))
        end
      end
    end
  end
end
