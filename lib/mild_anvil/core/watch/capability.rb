# frozen_string_literal: true

module MildAnvil
  module Core
    module Watch
      # How far does a production lie above a lower limit, in terms of its scatter; and how sure is that with these
      # values?
      class Capability
        # @param values [Array<Float>] shape (n,), n >= 2, in order
        # @param lower_limit [Float]
        # @raise [InsufficientData]
        # Source: Kotz and Lovelace, Process Capability Indices in Theory and Practice, 1998; Bissell, Applied
        # Statistics 39 (1990)
        def initialize(values, lower_limit)
          values = Statistics::Checks.floats(values)
          @described = Statistics::Description.of(values)
          if values.size < 2 || @described.degenerate?
            raise InsufficientData.new("a capability needs at least two different values",
                                       values: values.size)
          end

          @lower_limit = lower_limit
          @chart = IndividualsChart.new(values)
        end

        def mean = @described.mean
        def sigma_overall = @described.standard_deviation
        def sigma_within = @chart.sigma_within
        def overall = (mean - @lower_limit) / (3 * sigma_overall)
        def within = (mean - @lower_limit) / (3 * sigma_within)
        def share_below = Statistics::Normal.cdf(-3 * overall)

        # @return [Array(Float, Float)] exact limits of the overall index
        # Method: the noncentrality at which a t so high, or so low, has that chance.
        def interval(confidence = 0.95)
          tail = (1 - confidence) / 2
          [bound(1 - tail), bound(tail)]
        end

        # @return [Float] one-sided lower limit
        def lower_bound(confidence = 0.95) = bound(confidence)

        # @return [Array(Float, Float)] by the normal approximation
        def approximate_interval(confidence = 0.95)
          reach = Statistics::Normal.quantile((1 + confidence) / 2) * approximate_error
          [overall - reach, overall + reach]
        end

        def approximate_lower_bound(confidence = 0.95)
          overall - (Statistics::Normal.quantile(confidence) * approximate_error)
        end

        private

        def approximate_error
          Math.sqrt((1 / (9.0 * @described.count)) + ((overall**2) / (2.0 * (@described.count - 1))))
        end

        def bound(share)
          root = 3 * Math.sqrt(@described.count)
          t = root * overall
          dof = @described.count - 1
          excess = ->(delta) { share - Statistics::NoncentralT.cdf(t, dof, delta) }
          low, high = if excess.call(t).positive?
                        downwards(excess,
                                  t)
                      else
                        Statistics::Roots.expand_upwards(t, 1.0, &excess)
                      end
          Statistics::Roots.bracketed(low, high, tolerance: 1.0e-13, &excess) / root
        end

        def downwards(excess, from)
          low, high = Statistics::Roots.expand_upwards(-from, 1.0) { |d| -excess.call(-d) }
          [-high, -low]
        end
      end
    end
  end
end
