# frozen_string_literal: true

module MildAnvil
  module Core
    module Curve
      # Sums from which a least-squares line through any run of buckets follows without looking at the points again.
      module LineSums
        Sums = Struct.new(:count, :x, :y, :xx, :xy, :yy)

        module_function

        # @param points [Array<Array(Float, Float)>] displacement and force
        # @param bottom [Float] force at the lower end of the first bucket
        # @param width [Float] of a bucket in newtons
        # @return [Array<Sums>] about the mean of all points, so that nothing is lost by subtraction
        def buckets(points, bottom, width, count)
          sums = Array.new(count) { Sums.new(0, 0.0, 0.0, 0.0, 0.0, 0.0) }
          return sums.map { |s| [s, 0.0, 0.0] } if points.empty?

          mean_x = points.sum(&:first) / points.size
          mean_y = points.sum(&:last) / points.size
          points.each { |x, y| add(sums[((y - bottom) / width).floor.clamp(0, count - 1)], x - mean_x, y - mean_y) }
          sums.map { |s| [s, mean_x, mean_y] }
        end

        # @param run [Array] of what buckets gave
        # @return [LeastSquaresLine, nil] nil when the points do not spread
        def line(run)
          n = run.sum { |s, _, _| s.count }
          return if n < 3

          x, y, xx, xy, yy = %i[x y xx xy yy].map { |name| run.sum { |s, _, _| s[name] } }
          sxx = xx - (x * x / n)
          sxy = xy - (x * y / n)
          syy = yy - (y * y / n)
          return unless sxx.positive?

          slope = sxy / sxx
          _, mean_x, mean_y = run.first
          LeastSquaresLine.new(slope: slope, intercept: mean_y + (y / n) - (slope * (mean_x + (x / n))), r_squared: syy.positive? ? sxy * sxy / (sxx * syy) : 1.0, count: n)
        end

        def add(sums, x, y)
          sums.count += 1
          sums.x += x
          sums.y += y
          sums.xx += x * x
          sums.xy += x * y
          sums.yy += y * y
        end
        private_class_method :add
      end
    end
  end
end
