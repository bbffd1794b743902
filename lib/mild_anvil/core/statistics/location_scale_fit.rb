# frozen_string_literal: true

module MildAnvil
  module Core
    module Statistics
      # Maximum likelihood fit of a location-scale family, with likelihood bounds of its percentiles.
      class LocationScaleFit
        MAX_STEPS = 100
        # What the likelihood could still gain, as a share of itself; Newton's last step then squares the error away.
        SETTLED = 1.0e-14
        ONE_WITHIN = 1.0e-7 # of themselves: nearer than any instrument tells them apart
        FLAT = 1.0e-9 # what may be left to gain where rounding lets nothing rise any more
        HALVINGS = 60
        START_SHARE = 0.9 # of the bracket: where the search for a bound begins
        BOUND_TOLERANCE = 1.0e-12

        attr_reader :location, :scale, :log_likelihood, :breaks

        # @param family [Module] of Families
        # @param values [Array<Likelihood::Value>] in the family's own scale (logarithms for log-normal and Weibull)
        # @raise [InsufficientData] unless two different breaks fix location and scale
        def initialize(family, values)
          @family = family
          distinct!(values)
          standardize(values)
          @maximum = climb
          @location = @centre + (@spread * @maximum[:a] / @maximum[:h])
          @scale = @spread / @maximum[:h]
          @log_likelihood = @maximum[:value] - (@breaks * Math.log(@spread))
        end

        # @param p [Float] share below
        def percentile(p) = location + (scale * @family.quantile(p))

        # Where the profile likelihood of a percentile has fallen by +drop+ below its maximum.
        #
        # @param p [Float] share below
        # @param drop [Float] > 0
        # @param side [Integer] -1 for the lower bound, 1 for the upper
        # @return [Float] in the scale of the values
        # Method: y_p is fixed, the scale maximised over; the step from Wald's bound is doubled until the drop is
        # exceeded, then
        # Newton inside the bracket: the slope of the profile is that of the likelihood at a fixed scale.
        def bound(p, drop:, side: -1)
          return percentile(p) unless drop.positive?

          z = @family.quantile(p)
          top = (@maximum[:a] + z) / @maximum[:h]
          reach = Math.sqrt(2 * drop) * standard_error(p) / @spread
          far = top + (side * reach)
          HALVINGS.times do
            break if fallen(far, z, drop, side).first.negative?

            reach *= 2
            far = top + (side * reach)
          end
          y = Roots.newton(*[top * side, far * side].sort, (top + (side * reach * START_SHARE)) * side,
                           last_step: BOUND_TOLERANCE) do |x|
            fallen(x * side, z, drop, side).map(&:-@)
          end
          @centre + (@spread * y * side)
        end

        # @param y [Float] a value of the percentile, in the scale of the values
        # @return [Float] by how much the log-likelihood falls when the percentile is held there
        def drop_at(y, p) = @maximum[:value] - profile((y - @centre) / @spread, @family.quantile(p)).first

        # Standard error of a percentile from the observed information (delta method).
        # @return [Float] in the scale of the values
        def standard_error(p)
          point = @likelihood.at(@maximum[:h], @maximum[:a])
          z = @family.quantile(p)
          gradient_a = 1 / @maximum[:h]
          gradient_h = -(@maximum[:a] + z) / (@maximum[:h]**2)
          determinant = (point.bend_hh * point.bend_aa) - (point.bend_ha**2)
          mixed = 2 * gradient_h * gradient_a * point.bend_ha
          variance = -(((gradient_h**2) * point.bend_aa) - mixed + ((gradient_a**2) * point.bend_hh)) / determinant
          unless variance.positive?
            raise NotConverged.new("the likelihood is too flat for a standard error",
                                   breaks: @breaks)
          end

          @spread * Math.sqrt(variance)
        end

        private

        def distinct!(values)
          exact = values.select { |v| v.kind == :exact }.map(&:low)
          @breaks = exact.size
          intervals = values.count { |v| v.kind == :interval }
          enough = exact.size >= 2 || (exact.size + intervals >= 3 && intervals.positive?)
          return if enough && !one_point?(values)

          raise InsufficientData.new(no_scatter(exact.size, enough && intervals.positive?), breaks: exact.size)
        end

        def no_scatter(breaks, bounded)
          return "all values could be one and the same: no scatter can be fitted" if bounded
          return "all #{breaks} breaks are equal: no scatter can be fitted" if breaks >= 2

          "two different breaks are needed to fit a scatter, there #{breaks == 1 ? 'is 1' : 'are none'}"
        end

        # Whether one single strength agrees with everything that is known: then no scatter at all fits best.
        def one_point?(values)
          lowest = values.filter_map { |v| v.low unless v.kind == :left }.max || -Float::INFINITY
          highest = values.filter_map do |v|
            { exact: v.low, left: v.low,
              interval: v.high }[v.kind]
          end.min || Float::INFINITY
          lowest <= highest + (ONE_WITHIN * [lowest.abs, 1.0].max)
        end

        def standardize(values)
          ends = values.flat_map { |v| [v.low, v.high].compact }
          described = Description.of(ends)
          @centre = described.mean
          @spread = described.standard_deviation
          @likelihood = Likelihood.new(@family, values.map do |v|
            Likelihood::Value.new(kind: v.kind, low: (v.low - @centre) / @spread,
                                  high: v.high && ((v.high - @centre) / @spread))
          end)
        end

        # Newton's steps in (h, a), halved until the likelihood rises.
        def climb
          h = 1.0
          a = 0.0
          point = @likelihood.at(h, a)
          MAX_STEPS.times do
            determinant = (point.bend_hh * point.bend_aa) - (point.bend_ha**2)
            step_h = ((point.bend_ha * point.slope_a) - (point.bend_aa * point.slope_h)) / determinant
            step_a = ((point.bend_ha * point.slope_h) - (point.bend_hh * point.slope_a)) / determinant
            gain = (step_h * point.slope_h) + (step_a * point.slope_a)
            return { h: h + step_h, a: a + step_a, value: point.value + (gain / 2) } if settled?(gain, point)

            break unless gain.finite?

            risen = rise(h, a, point, step_h, step_a)
            return { h: h, a: a, value: point.value } if risen.nil? && gain.abs < FLAT

            h, a, point = risen || break
          end
          raise NotConverged.new("the likelihood found no maximum", breaks: @breaks)
        end

        def settled?(gain, point) = gain.abs < SETTLED * (1 + point.value.abs)

        def rise(h, a, point, step_h, step_a)
          share = 1.0
          HALVINGS.times do
            if h + (share * step_h) > 0
              candidate = @likelihood.at(h + (share * step_h), a + (share * step_a))
              return [h + (share * step_h), a + (share * step_a), candidate] if candidate.value >= point.value - 1.0e-14
            end
            share /= 2
          end
          nil
        end

        # What is left of the drop with the percentile at y, and its slope towards the side that is looked at.
        def fallen(y, z, drop, side)
          value, slope = profile(y, z)
          [drop - (@maximum[:value] - value), slope * side]
        end

        # The highest likelihood with the percentile at y, and how it changes with y: a = h y - z leaves a concave
        # function of h.
        def profile(y, z)
          h = @maximum[:h]
          point = @likelihood.at(h, (h * y) - z)
          MAX_STEPS.times do
            slope = point.slope_h + (y * point.slope_a)
            bend = point.bend_hh + (2 * y * point.bend_ha) + (y * y * point.bend_aa)
            step = -slope / bend
            unless step.finite?
              raise NotConverged.new("the likelihood has no maximum with the percentile held there",
                                     breaks: @breaks)
            end

            return [point.value + (step * slope / 2), h * point.slope_a] if settled?(step * slope, point)

            risen = along(h, step, y, z, point.value - 1.0e-13) or break
            h, point = risen
          end
          [point.value, h * point.slope_a]
        end

        # The first of ever shorter steps that does not fall below a floor; nil where rounding lets none stay above it.
        def along(h, step, y, z, floor)
          share = 1.0
          HALVINGS.times do
            longer = h + (share * step)
            candidate = @likelihood.at(longer, (longer * y) - z) if longer.positive?
            return [longer, candidate] if candidate && candidate.value >= floor

            share /= 2
          end
          nil
        end
      end
    end
  end
end
