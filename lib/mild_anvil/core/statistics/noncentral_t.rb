# frozen_string_literal: true

module MildAnvil
  module Core
    module Statistics
      # The noncentral t distribution: what one-sided tolerance factors and sample sizes are made of.
      #
      # P(T <= t) is the mean of Phi(t s - delta) over the density of s = sqrt(chi2/dof). Panels break at the centre of
      # that density and where Phi turns, so that a narrow step is never stepped over; series lose digits at large
      # delta.
      module NoncentralT
        DENSITY_REACH = 12 # standard deviations of s: beyond lies less than 1e-30
        STEP_REACH = 8     # Phi(-8) is 6e-16
        GENTLE = 5.0       # standard deviations of Phi over one panel
        NEGLIGIBLE = 1.0e-40
        UNSEEN = 1.0e-18   # a weight of that share of a tail changes none of its digits
        DENSITIES = Memo.new
        BEYOND_GUESS = 1.5 # where the upper end of the bracket is looked for first
        LAST_STEP = 1.0e-8 # Newton's steps double the digits: behind a step as small as this, nothing is left to mend
        EVERY = 3          # standard deviations per panel; 16 nodes on three are exact to rounding

        module_function

        # @param t [Float]
        # @param dof [Float] > 0
        # @param delta [Float] noncentrality
        # @return [Float] P(T <= t)
        def cdf(t, dof, delta) = tails(t, dof, delta)[0]

        # @return [Float] P(T > t), accurate where it is small
        def upper_tail(t, dof, delta) = tails(t, dof, delta)[1]

        # The value that a noncentral t variable stays below with probability p.
        #
        # @param p [Float] 0 < p < 1
        # @param dof [Float] > 0
        # @param delta [Float]
        # @return [Float]
        # @raise [InvalidInput] outside these ranges
        # Source: Owen, A survey of properties and applications of the noncentral t-distribution, Technometrics 10
        # (1968)
        # Method: the smaller tail is solved for t by Newton's steps inside a bracket. Checked: docs/validation.md,
        # section 1
        def quantile(p, dof, delta)
          raise InvalidInput.new("a probability must lie strictly between 0 and 1", p: p) unless p > 0 && p < 1
          return -quantile(1 - p, dof, -delta) if delta.negative?

          lower = p < 0.5
          least = UNSEEN * [p, 1 - p].min
          excess = lambda do |t|
            tail, density = tail_and_density(t, dof, delta, lower, least)
            [lower ? tail - p : (1 - p) - tail, density]
          end
          sign = ->(t) { excess.call(t).first }
          guess = approximate(p, dof, delta)
          # P(T <= 0) is Phi(-delta), whatever the degrees of freedom.
          low, high = if Normal.cdf(-delta) > p
                        below_zero(sign, 1 + delta)
                      else
                        Roots.expand_upwards(0.0, guess.positive? ? guess * BEYOND_GUESS : 1 + delta, &sign)
                      end
          Roots.newton(low, high, guess, last_step: LAST_STEP, &excess)
        end

        # @return [Float] density at t
        def density(t, dof, delta)
          nodes(t, dof, delta).sum { |s, weight| weight * s * Normal.density((t * s) - delta) }
        end

        # @return [Array(Float, Float)] lower and upper tail from one pass
        def tails(t, dof, delta)
          lower = upper = 0.0
          nodes(t, dof, delta).each do |s, weight|
            z = (t * s) - delta
            lower += weight * Normal.cdf(z)
            upper += weight * Normal.upper_tail(z)
          end
          [lower.clamp(0.0, 1.0), upper.clamp(0.0, 1.0)]
        end

        # One tail and the density from one pass, for Newton's steps; weights that cannot be seen in either are left
        # out.
        def tail_and_density(t, dof, delta, lower, least)
          tail = density = 0.0
          nodes(t, dof, delta).each do |s, weight|
            next if weight < least

            z = (t * s) - delta
            tail += weight * (lower ? Normal.cdf(z) : Normal.upper_tail(z))
            density += weight * s * Normal.density(z)
          end
          [tail.clamp(0.0, 1.0), density]
        end
        private_class_method :tail_and_density

        # A good first guess (Johnson and Welch's normal approximation with a corrected mean of s).
        def approximate(p, dof, delta)
          mean_s = 1 - (1 / (4.0 * dof))
          z = Normal.quantile(p)
          spread = (mean_s**2) - (z * z / (2.0 * dof))
          return delta + (z * 3) unless spread.positive?

          ((mean_s * delta) + (z * Math.sqrt(spread + (delta * delta / (2.0 * dof))))) / spread
        end
        private_class_method :approximate

        def below_zero(excess, scale)
          high, low = Roots.expand_upwards(0.0, scale) { |t| -excess.call(-t) }
          [-low, -high]
        end
        private_class_method :below_zero

        # Where Phi turns gently over a panel, the panels of the density alone will do, and they are the same for every
        # t.
        def nodes(t, dof, delta)
          gentle = t.abs * EVERY / Math.sqrt(2.0 * dof) <= GENTLE
          if gentle
            DENSITIES.fetch([dof]) do
              weighted(panels(0.0, dof, delta), dof)
            end
          else
            weighted(panels(t, dof, delta), dof)
          end
        end
        private_class_method :nodes

        def weighted(panels, dof)
          half = dof / 2.0
          constant = Math.log(2.0) + (half * Math.log(half)) - half - Math.lgamma(half)[0]
          GaussLegendre.each_node_from_zero(panels, dof).filter_map do |s, weight|
            weight *= Math.exp(constant + ((dof - 1) * Math.log(s)) - (half * ((s * s) - 1)))
            [s, weight] if weight > NEGLIGIBLE
          end
        end
        private_class_method :weighted

        def panels(t, dof, delta)
          width = 1 / Math.sqrt(2.0 * dof)
          low = [0.0, 1 - (DENSITY_REACH * width)].max
          high = 1 + (DENSITY_REACH * width)
          breaks = (-DENSITY_REACH..DENSITY_REACH).step(EVERY).map { |j| 1 + (j * width) }
          breaks.concat((-STEP_REACH..STEP_REACH).step(EVERY).map { |j| (delta + j) / t }) unless t.zero?
          [low, high, *breaks.select { |s| s > low && s < high }].sort
        end
        private_class_method :panels
      end
    end
  end
end
