# frozen_string_literal: true

module MildAnvil
  module Core
    module Plan
      # What would one more break, or a few, do to the bound?
      class NextBreak
        # @param values [Array<Float>] shape (n,), n >= 2, not all equal
        # @raise [InsufficientData]
        # Source: Hahn and Meeker, Statistical Intervals, 1991, chapter 9
        def initialize(values, coverage: 0.95, confidence: 0.95)
          @described = Statistics::Description.of(values)
          if values.size < 2 || @described.degenerate?
            raise InsufficientData.new("what one more break does needs two different breaks",
                                       breaks: values.size)
          end

          @coverage = coverage
          @confidence = confidence
          @n = values.size
        end

        def mean = @described.mean
        def deviation = @described.standard_deviation

        def factor(more = 0)
          Statistics::ToleranceFactor.normal(breaks: @n + more, coverage: @coverage, confidence: @confidence)
        end

        def bound_now = mean - (factor * deviation)

        # @return [Float] if the next one came out at the mean
        def bound_if_mean = mean - (factor(1) * deviation * Math.sqrt((@n - 1) / @n.to_f))

        # Expected after one more, the next break drawn from what these breaks foretell (a t, since s is not known).
        # Infinite scatter at n = 2: the mean of s does not exist there.
        # @return [Float]
        # Method: E s(n+1) = s √((n-1)/n) Γ((v-1)/2) Γ((v+1)/2) / Γ(v/2)², v = n - 1.
        def expected_bound
          v = @n - 1
          raise InsufficientData.new("with two breaks the next one cannot be foretold", breaks: @n) if v < 2

          log = Math.lgamma((v - 1) / 2.0)[0] + Math.lgamma((v + 1) / 2.0)[0] - (2 * Math.lgamma(v / 2.0)[0])
          mean - (factor(1) * deviation * Math.sqrt((@n - 1) / @n.to_f) * Math.exp(log))
        end

        # The same, the next break drawn from a normal with this mean and scatter, as if they were known.
        # @return [Float]
        # Method: mean over the square of the next deviation, by integration.
        def expected_bound_plugged_in
          mean_deviation = Statistics::GaussLegendre.each_node((-9..9).map(&:to_f)).sum do |z, weight|
            weight * Statistics::Normal.density(z) * deviation * Math.sqrt(((@n - 1) + (@n / (@n + 1.0) * z * z)) / @n)
          end
          mean - (factor(1) * mean_deviation)
        end

        # After more breaks like these: the scatter taken to stay what it is.
        # @return [Float]
        def bound_after(more) = mean - (factor(more) * deviation)
      end
    end
  end
end
