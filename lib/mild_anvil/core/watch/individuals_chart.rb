# frozen_string_literal: true

module MildAnvil
  module Core
    module Watch
      # Daily breaks one after the other: where the process lies, how far single values may wander, and which patterns
      # stand out.
      class IndividualsChart
        SIGMA_DIVISOR = 1.128 # mean range of two normal values, in standard deviations
        LIMIT_FACTOR = 2.66
        RANGE_FACTOR = 3.267

        attr_reader :values, :centre, :mean_moving_range, :moving_ranges

        # @param values [Array<Float>] shape (n,), n >= 2, in order
        # @raise [InsufficientData] with one value, or when all moving ranges are 0
        # Source: NIST e-Handbook 6.3.2.2
        def initialize(values)
          values = Statistics::Checks.floats(values)
          raise InsufficientData.new("a moving range needs at least 2 values", values: values.size) if values.size < 2

          @values = values
          @centre = values.sum / values.size
          @moving_ranges = values.each_cons(2).map { |a, b| (b - a).abs }
          @mean_moving_range = moving_ranges.sum / moving_ranges.size
          return if mean_moving_range.positive?

          raise InsufficientData,
                "the mean moving range is 0: the limits would lie on the centre line. The display is too coarse, or " \
                "a value was copied"
        end

        def upper_limit = centre + (LIMIT_FACTOR * mean_moving_range)
        def lower_limit = centre - (LIMIT_FACTOR * mean_moving_range)
        def upper_range_limit = RANGE_FACTOR * mean_moving_range
        def sigma_within = mean_moving_range / SIGMA_DIVISOR
        def sigma_overall = Statistics::Description.of(values).standard_deviation

        # @return [Array<Integer>] places, from 1, of values whose range to the one before is beyond its limit
        def ranges_beyond
          moving_ranges.each_index.select { |i| moving_ranges[i] > upper_range_limit }.map { |i| i + 2 }
        end

        # Distances from the centre in zone widths, a third of the way to the limit.
        def distances = values.map { |v| (v - centre) / ((upper_limit - centre) / 3) }
      end
    end
  end
end
