# frozen_string_literal: true

module MildAnvil
  module Core
    module Outliers
      # Does the value farthest from the mean lie too far away for a normal population?
      class Grubbs
        FEWEST = 3
        Critical = Struct.new(:alpha, :one_sided, :two_sided, keyword_init: true)

        attr_reader :count, :low, :high, :suspect

        # @param values [Array<Float>] shape (n,), n >= 3, not all equal
        # @raise [InsufficientData]
        # Source: Grubbs and Beck, Technometrics 14 (1972); NIST e-Handbook 1.3.5.17.1
        # Method: G = (mean - min)/s and (max - mean)/s; p by a Bonferroni bound that is exact for large G.
        def initialize(values)
          values = Statistics::Checks.floats(values)
          if values.size < FEWEST
            raise InsufficientData.new("Grubbs' test needs at least #{FEWEST} values, there are #{values.size}",
                                       values: values.size)
          end

          described = Statistics::Description.of(values)
          raise InsufficientData, "all values are equal: none lies apart" if described.degenerate?

          @count = values.size
          @low = (described.mean - described.lowest) / described.standard_deviation
          @high = (described.highest - described.mean) / described.standard_deviation
          @suspect = @low >= @high ? described.lowest : described.highest
        end

        def two_sided = [low, high].max

        # @return [Float] chance of so far a value, at most
        def p_low = p_value(low, count)
        def p_high = p_value(high, count)
        def p_two_sided = p_value(two_sided, 2 * count)

        # @return [Critical]
        def critical(alpha)
          Critical.new(alpha: alpha, one_sided: Grubbs.limit(count, alpha), two_sided: Grubbs.limit(count, alpha / 2))
        end

        # @param alpha [Float] of one side
        # @return [Float] G that is exceeded with that chance
        def self.limit(count, alpha)
          t = Statistics::StudentT.upper_quantile(alpha / count, count - 2)
          (count - 1) / Math.sqrt(count) * Math.sqrt(t * t / (count - 2 + (t * t)))
        end

        # The largest G that n values can have at all: at n = 3 it is 1.15, so almost nothing can be seen.
        def self.largest_possible(count) = (count - 1) / Math.sqrt(count)

        private

        def p_value(g, sides)
          rest = ((count - 1)**2) - (count * g * g)
          return 0.0 unless rest.positive?

          [1.0, sides * Statistics::StudentT.upper_tail(Math.sqrt(count * (count - 2) * g * g / rest), count - 2)].min
        end
      end
    end
  end
end
