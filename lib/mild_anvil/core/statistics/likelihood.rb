# frozen_string_literal: true

module MildAnvil
  module Core
    module Statistics
      # The log-likelihood of a location-scale family with exact, left-, right- and interval-censored values.
      #
      # In h = 1/sigma and a = mu/sigma it is concave for the families used here, so Newton's steps find its one
      # maximum.
      # Source: Burridge, Journal of the Royal Statistical Society B 43 (1981); Lawless, Statistical Models and Methods
      # for Lifetime Data, 2nd edition 2003
      class Likelihood
        # kind: :exact, :right (known to exceed low), :left (known not to exceed low), :interval (between low and high)
        Value = Struct.new(:kind, :low, :high, keyword_init: true)
        # Value and derivatives in (h, a).
        Point = Struct.new(:value, :slope_h, :slope_a, :bend_hh, :bend_ha, :bend_aa, keyword_init: true)

        attr_reader :values

        # @param family [Module] of Families
        # @param values [Array<Value>]
        def initialize(family, values)
          @family = family
          @values = values
          exact, bounded = values.partition { |v| v.kind == :exact }
          @exact = exact.map(&:low)
          @sums = @family::Sums.of(@exact)
          # Pieces that fell into one interval, or were stopped at one force, are one term many times.
          @bounded = bounded.tally.to_a
        end

        # @return [Point]
        def at(h, a)
          point = exact(h, a)
          @bounded.each { |v, n| v.kind == :interval ? between(point, v, h, a, n) : single(point, v, h, a, n) }
          point
        end

        private

        def single(point, value, h, a, times)
          y = value.low
          z = (h * y) - a
          f, slope, bend = term(value.kind, z)
          add(point, times * f, times * slope, times * bend, y)
        end

        # All that broke, summed as the family sums them, with the logarithm of h for the density in y.
        def exact(h, a)
          n = @exact.size
          value, slope_h, slope_a, bend_hh, bend_ha, bend_aa = @sums.at(h, a)
          Point.new(value: value + (n * Math.log(h)), slope_h: slope_h + (n / h), slope_a: slope_a,
                    bend_hh: bend_hh - (n / (h * h)), bend_ha: bend_ha, bend_aa: bend_aa)
        end

        def term(kind, z) = kind == :right ? @family.log_survival(z) : @family.log_cdf(z)

        def add(point, f, slope, bend, y)
          point.value += f
          point.slope_h += slope * y
          point.slope_a -= slope
          point.bend_hh += bend * y * y
          point.bend_ha -= bend * y
          point.bend_aa += bend
        end

        # ln(F(z2) - F(z1)): both ends move with h and a.
        def between(point, value, h, a, times)
          z1 = (h * value.low) - a
          z2 = (h * value.high) - a
          mass = mass_between(z1, z2)
          r1, d1 = relative_density(z1, mass)
          r2, d2 = relative_density(z2, mass)
          add(point, times * Math.log(mass), times * r2, times * ((r2 * d2) - (r2 * r2)), value.high)
          add(point, 0.0, -times * r1, -times * ((r1 * d1) + (r1 * r1)), value.low)
          cross = times * r1 * r2
          point.bend_hh += 2 * cross * value.low * value.high
          point.bend_ha -= cross * (value.low + value.high)
          point.bend_aa += 2 * cross
        end

        # From whichever tail is small, so that nothing is lost by subtraction.
        def mass_between(z1, z2)
          raise NotConverged.new("the ends of an interval run away", low: z1, high: z2) unless z1.finite? && z2.finite?

          upper = Math.exp(@family.log_survival(z1)[0]) - Math.exp(@family.log_survival(z2)[0])
          lower = Math.exp(@family.log_cdf(z2)[0]) - Math.exp(@family.log_cdf(z1)[0])
          [upper, lower].max.clamp(Float::MIN, 1.0)
        end

        def relative_density(z, mass)
          log, slope, = @family.log_density(z)
          [Math.exp(log) / mass, slope]
        end
      end
    end
  end
end
