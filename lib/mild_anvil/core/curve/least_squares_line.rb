# frozen_string_literal: true

module MildAnvil
  module Core
    module Curve
      # A straight line through points of a curve: force = slope x (displacement - start).
      LeastSquaresLine = Struct.new(:slope, :intercept, :r_squared, :count, keyword_init: true) do
        # @param x [Array<Float>]
        # @param y [Array<Float>]
        # @return [LeastSquaresLine, nil] nil when the points do not spread
        def self.through(x, y)
          return if x.size < 3

          mean_x = x.sum / x.size
          mean_y = y.sum / y.size
          sxx = x.sum { |v| (v - mean_x)**2 }
          return unless sxx.positive?

          sxy = x.zip(y).sum { |a, b| (a - mean_x) * (b - mean_y) }
          syy = y.sum { |v| (v - mean_y)**2 }
          slope = sxy / sxx
          new(slope: slope, intercept: mean_y - (slope * mean_x),
              r_squared: syy.positive? ? sxy * sxy / (sxx * syy) : 1.0, count: x.size)
        end

        # @return [Float] the displacement that the line gives a force
        def at(force) = (force - intercept) / slope
      end
    end
  end
end
