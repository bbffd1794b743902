# frozen_string_literal: true

module MildAnvil
  module Core
    module Compare
      # Two readings of each piece: does the second differ from the first?
      class Paired
        attr_reader :differences, :described

        # @param a [Array<Float>] shape (n,), n >= 2
        # @param b [Array<Float>] shape (n,), in the same order
        # @raise [InvalidInput] for unequal numbers; [InsufficientData]
        # Source: NIST e-Handbook 7.3.1.1
        def initialize(a, b)
          a, b = Statistics::Checks.pairs(a, b)
          if a.size != b.size
            raise InvalidInput.new("pairs need as many values in one group as in the other", a: a.size,
                                                                                             b: b.size)
          end

          @a = a
          @b = b
          @differences = a.zip(b).map { |x, y| x - y }
          @described = Group.described(@differences, name: "a paired comparison")
          return unless @described.degenerate? && differences.uniq.size == 1

          raise InsufficientData,
                "all differences are equal: no test is defined"
        end

        def dof = described.count - 1
        def t = described.mean / (described.standard_deviation / Math.sqrt(described.count))
        def p_two_sided = 2 * Statistics::StudentT.upper_tail(t.abs, dof)
        def interval(confidence = 0.95) = around(described, confidence)

        # @return [Hash] estimate:, low:, high: of the ratio a to b
        def geometric(confidence = 0.95)
          Group.positive!(@a + @b)
          logs = Group.described(@a.zip(@b).map { |x, y| Math.log(x / y) })
          low, high = around(logs, confidence)
          { estimate: Math.exp(logs.mean), low: Math.exp(low), high: Math.exp(high) }
        end

        private

        def around(described, confidence)
          reach = Group.two_sided(confidence, dof) * described.standard_deviation / Math.sqrt(described.count)
          [described.mean - reach, described.mean + reach]
        end
      end
    end
  end
end
