# frozen_string_literal: true

module MildAnvil
  module Core
    module Curve
      # Sums from which a least-squares line through any run of buckets follows without looking at the points again.
      class LineSums
        # @param ways [String] displacements, packed; @param forces [String] of the same samples, packed
        # @param samples [Array<Integer>] those that count
        # @param buckets [PackedSearch::Buckets] of force, in newtons
        def initialize(ways, forces, samples, buckets)
          # About the mean of all points, so that nothing is lost by subtraction.
          @mean_way, @mean_force, @sums = PackedSearch.bucket_sums(ways, forces, samples, buckets)
        end

        # @param run [Range] of buckets
        # @return [LeastSquaresLine, nil] nil when the points do not spread
        def line(run)
          n, x, y, xx, xy, yy = @sums[run].transpose.map(&:sum)
          return if n < 3

          sxx = xx - (x * x / n)
          sxy = xy - (x * y / n)
          syy = yy - (y * y / n)
          return unless sxx.positive?

          slope = sxy / sxx
          LeastSquaresLine.new(slope: slope, intercept: @mean_force + (y / n) - (slope * (@mean_way + (x / n))),
                               r_squared: syy.positive? ? sxy * sxy / (sxx * syy) : 1.0, count: n)
        end
      end
    end
  end
end
