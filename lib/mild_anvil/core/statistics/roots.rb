# frozen_string_literal: true

module MildAnvil
  module Core
    module Statistics
      # Root finding that always ends: every step stays inside a bracket that holds the root.
      module Roots
        MAX_STEPS = 200
        # Two neighbouring doubles differ by this share; asking for less would never end.
        RELATIVE_TOLERANCE = 4.0e-16
        CLOSE = 1.0e-14

        Point = Struct.new(:x, :value)
        private_constant :Point

        module_function

        # Where does an increasing or decreasing function cross zero?
        #
        # Inverse quadratic interpolation where three points lie so that it must land inside, bisection elsewhere:
        # smooth
        # functions cost about ten looks, a kink or a flat tail cannot stall it.
        # @param low [Float] one end of the bracket
        # @param high [Float] other end; the block has opposite signs at the ends
        # @yieldparam x [Float]
        # @yieldreturn [Float]
        # @return [Float]
        # @raise [NotConverged] if the ends have the same sign
        # Source: Chandrupatla, Advances in Engineering Software 28 (1997) 145
        def bracketed(low, high, tolerance: RELATIVE_TOLERANCE, &function)
          low = Point.new(low, yield(low))
          high = Point.new(high, yield(high))
          found = [low, high].find { |point| point.value.zero? }
          return found.x if found
          if low.value.positive? == high.value.positive?
            raise NotConverged.new("no sign change between the ends", low: low.x,
                                                                      high: high.x)
          end

          narrowed(high, low, tolerance, &function)
        end

        # @param newest [Point]
        # @param across [Point] on the other side of the root
        def narrowed(newest, across, tolerance)
          share = 0.5
          MAX_STEPS.times do
            replaced = newest
            x = newest.x + (share * (across.x - newest.x))
            newest = Point.new(x, yield(x))
            return x if newest.value.zero?

            across, replaced = replaced, across if newest.value.positive? != replaced.value.positive?
            best = [newest, across].min_by { |point| point.value.abs }.x
            least = tolerance * best.abs / (across.x - newest.x).abs
            return best unless least < 0.5

            share = interpolated(newest, across, replaced).clamp(least, 1 - least)
          end
          (newest.x + across.x) / 2
        end
        private_class_method :narrowed

        # @return [Float] the share of the way from a to b; one half where the three points do not lie on a curve that
        #   can be
        #   turned round between them
        def interpolated(a, b, c)
          place = (a.x - b.x) / (c.x - b.x)
          height = (a.value - b.value) / (c.value - b.value)
          return 0.5 unless height**2 < place && (1 - height)**2 < 1 - place

          near = a.value / (b.value - a.value) * c.value / (b.value - c.value)
          far = a.value / (c.value - a.value) * b.value / (c.value - b.value)
          near + ((c.x - a.x) / (b.x - a.x) * far)
        end
        private_class_method :interpolated

        # Newton's steps where they stay inside the bracket, bisection where they do not.
        #
        # @yieldparam x [Float]
        # @yieldreturn [Array(Float, Float)] value (increasing in x) and derivative
        # @param last_step [Float] share of x; a Newton's step as small as this leaves nothing to mend, since it
        #   doubles the digits
        # @return [Float]
        def newton(low, high, start, last_step: CLOSE)
          x = start.between?(low, high) ? start : (low + high) / 2
          MAX_STEPS.times do
            value, slope = yield(x)
            return x if value.zero?

            value.positive? ? high = x : low = x
            following = slope.positive? ? x - (value / slope) : Float::NAN
            inside = following > low && following < high
            following = (low + high) / 2 unless inside
            return following if (following - x).abs <= (inside ? last_step : CLOSE) * following.abs.clamp(1.0e-300, nil)

            x = following
          end
          raise NotConverged.new("Newton's steps did not settle", low: low, high: high)
        end

        # Doubles the step until the block turns positive; the bracket for an unbounded quantile.
        #
        # @return [Array(Float, Float)] an interval that holds the sign change
        def expand_upwards(start, step)
          low = start
          MAX_STEPS.times do
            high = low + step
            return [low, high] if yield(high).positive?

            low = high
            step *= 2
          end
          raise NotConverged.new("no upper end was found", start: start)
        end
      end
    end
  end
end
