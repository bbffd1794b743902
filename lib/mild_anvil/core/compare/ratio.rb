# frozen_string_literal: true

module MildAnvil
  module Core
    module Compare
      # How many times as strong is one group as the other? Efficiencies of terminations are such ratios.
      class Ratio
        Limits = Struct.new(:low, :high, :dof, keyword_init: true)

        # @param a [Array<Float>] shape (n,), n >= 2
        # @param b [Array<Float>] shape (m,), m >= 2, of a mean well above zero
        # @raise [InsufficientData]
        def initialize(a, b)
          a, b = [a, b].map { |list| Statistics::Checks.floats(list) }
          @a = Group.described(a)
          @b = Group.described(b)
          @values = [a, b]
        end

        # @return [Float] ratio of the means
        def value = @a.mean / @b.mean

        # Limits by Fieller, both groups taken to scatter alike.
        # @return [Limits]
        # @raise [InsufficientData] when the denominator may be nothing: then no limits exist
        # Source: Fieller, Journal of the Royal Statistical Society B 16 (1954)
        def pooled(confidence = 0.95)
          dof = @a.count + @b.count - 2
          variance = [@a, @b].sum { |d| (d.count - 1) * (d.standard_deviation**2) } / dof
          fieller(variance / @a.count, variance / @b.count, dof, confidence)
        end

        # Limits by Fieller, each with its own scatter; degrees of freedom by Satterthwaite at the estimated ratio.
        # Source: Tamhane and Logan, Biometrical Journal 46 (2004)
        def separate(confidence = 0.95)
          va, vb = [@a, @b].map { |d| (d.standard_deviation**2) / d.count }
          r = value
          dof = ((va + (r * r * vb))**2) / (((va**2) / (@a.count - 1)) + ((r**4) * (vb**2) / (@b.count - 1)))
          fieller(va, vb, dof, confidence)
        end

        # Ratio of the geometric means, by Welch on logarithms.
        # @return [Hash] estimate:, low:, high:, dof:
        # @raise [InvalidInput] for values at or below zero
        def geometric(confidence = 0.95)
          @values.each { |v| Group.positive!(v) }
          logs = Difference.new(*@values.map { |v| v.map { |x| Math.log(x) } })
          low, high = logs.interval(confidence)
          { estimate: Math.exp(logs.value), low: Math.exp(low), high: Math.exp(high), dof: logs.dof }
        end

        private

        def fieller(va, vb, dof, confidence)
          t = Group.two_sided(confidence, dof)
          g = t * t * vb / (@b.mean**2)
          if g >= 1
            raise InsufficientData.new(
              "the denominator is not told from nothing with so few values: a ratio has no limits", g: g
            )
          end

          r = value
          root = t / @b.mean * Math.sqrt(va + (r * r * vb) - (g * va))
          Limits.new(low: (r - root) / (1 - g), high: (r + root) / (1 - g), dof: dof)
        end
      end
    end
  end
end
