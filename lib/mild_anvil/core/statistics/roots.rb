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

        module_function

        # Where does an increasing or decreasing function cross zero?
        #
        # Bisection guards an Illinois false-position step, so that a kink or a flat tail cannot stall it.
        # @param low [Float] one end of the bracket
        # @param high [Float] other end; the block has opposite signs at the ends
        # @yieldparam x [Float]
        # @yieldreturn [Float]
        # @return [Float]
        # @raise [NotConverged] if the ends have the same sign
        # Source: Dahlquist and Björck, Numerical Methods in Scientific Computing I, 2008, section 6.2
        def bracketed(low, high, tolerance: RELATIVE_TOLERANCE)
          f_low = yield(low)
          f_high = yield(high)
          return low if f_low.zero?
          return high if f_high.zero?
          raise NotConverged.new("no sign change between the ends", low: low, high: high) if f_low.positive? == f_high.positive?

          MAX_STEPS.times do |step|
            break if (high - low).abs <= tolerance * [low.abs, high.abs].max

            x = step % 3 == 2 ? (low + high) / 2 : false_position(low, high, f_low, f_high)
            f = yield(x)
            return x if f.zero?

            if f.positive? == f_high.positive?
              high = x
              f_high = f
              f_low /= 2
            else
              low = x
              f_low = f
              f_high /= 2
            end
          end
          (low + high) / 2
        end

        # Newton's steps where they stay inside the bracket, bisection where they do not.
        #
        # @yieldparam x [Float]
        # @yieldreturn [Array(Float, Float)] value (increasing in x) and derivative
        # @param last_step [Float] share of x; a Newton's step as small as this leaves nothing to mend, since it doubles the digits
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

        def false_position(low, high, f_low, f_high)
          x = high - (f_high * (high - low) / (f_high - f_low))
          inside = low < high ? x > low && x < high : x > high && x < low
          inside ? x : (low + high) / 2
        end
        private_class_method :false_position
      end
    end
  end
end
