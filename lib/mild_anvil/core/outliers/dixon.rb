# frozen_string_literal: true

module MildAnvil
  module Core
    module Outliers
      # The gap of the outermost value in terms of a range: a test for very few values.
      class Dixon
        # Ratio by number of values. below: values skipped at the far end; gap: places from the suspect to its
        # neighbour.
        RATIOS = { r10: [0, 1], r11: [1, 1], r21: [1, 2], r22: [2, 2] }.freeze
        BY_COUNT = { (3..7) => :r10, (8..10) => :r11, (11..13) => :r21, (14..30) => :r22 }.freeze

        MEMO = Statistics::Memo.new

        attr_reader :count, :ratio, :low, :high

        # @param values [Array<Float>] shape (n,), 3 <= n <= 30, not all equal
        # @raise [InsufficientData]
        # Source: Dixon, Biometrics 9 (1953)
        def initialize(values)
          values = Statistics::Checks.floats(values)
          found = BY_COUNT.find do |range, _|
            range.cover?(values.size)
          end or raise InsufficientData.new(
            "Dixon's test takes 3 to 30 values, there are #{values.size}", values: values.size
          )

          @count = values.size
          @ratio = found.last
          sorted = values.sort
          @low = Dixon.statistic(sorted, ratio)
          @high = Dixon.statistic(sorted.reverse.map(&:-@), ratio)
        end

        def p_low = Dixon.upper_tail(low, count, ratio)
        def p_high = Dixon.upper_tail(high, count, ratio)

        # @param alpha [Float] of one side
        # @return [Float]
        def critical(alpha) = Dixon.critical(count, ratio, alpha)

        def self.statistic(sorted, ratio)
          skipped, gap = RATIOS.fetch(ratio)
          range = sorted[-1 - skipped] - sorted[0]
          raise InsufficientData, "the values are equal but for the ends: no ratio is defined" unless range.positive?

          (sorted[gap] - sorted[0]) / range
        end

        # @return [Float] the ratio that is exceeded with the chance alpha at one end
        def self.critical(count, ratio, alpha)
          MEMO.fetch([count, ratio, alpha]) { Statistics::Roots.bracketed(0.0, 1.0, tolerance: 1.0e-8) { |c| alpha - upper_tail(c, count, ratio) } }
        end

        # Chance that the ratio at one end exceeds c, for a normal population.
        #
        # Given the suspect x and the far reference x - v, the ratio exceeds c when fewer than gap of the values
        # between lie
        # within c v of the suspect; that leaves an integral over x and v.
        # Source: Dixon, Annals of Mathematical Statistics 22 (1951); McBane, Journal of Statistical Software 16 (2006)
        def self.upper_tail(c, count, ratio)
          return 1.0 unless c.positive?
          return 0.0 if c >= 1

          skipped, gap = RATIOS.fetch(ratio)
          between = count - skipped - 2
          constant = Math.exp(Math.lgamma(count + 1)[0] - Math.lgamma(skipped + 1)[0] - Math.lgamma(between + 1)[0])
          sum = GRID.sum do |weight, x, v, upper, lower|
            middle = Statistics::Normal.cdf(x - (c * v))
            far = [middle - lower, 0.0].max
            term = far**between
            term += between * (far**(between - 1)) * (upper - middle) if gap == 2
            weight * (skipped.zero? ? 1.0 : lower**skipped) * term
          end
          (constant * sum).clamp(0.0, 1.0)
        end

        # Nodes of both integrals: weight with both densities, x, v, Φ(x), Φ(x - v).
        def self.grid
          xs = Statistics::GaussLegendre.each_node((0..4).map { |i| -4.5 + (i * 11.0 / 4) })
          vs = Statistics::GaussLegendre.each_node([0.0, 1.0, 3.0, 5.5, 10.0])
          normal = Statistics::Normal
          xs.flat_map do |x, wx|
            vs.filter_map do |v, wv|
              weight = wx * wv * normal.density(x) * normal.density(x - v)
              [weight, x, v, normal.cdf(x), normal.cdf(x - v)] if weight > 1.0e-11
            end
          end.freeze
        end
        private_class_method :grid

        GRID = grid
      end
    end
  end
end
