# frozen_string_literal: true

module MildAnvil
  module Core
    module Compare
      # All groups from the strongest to the weakest, which neighbours are told apart, and the chance that the order is
      # right.
      class Ranking
        # Where along Student's t, in standard errors, the chance of an order is summed up, and between which of its own
        # values a straight line serves: close in the middle, ever wider outwards.
        NODES = (-24..24).map { |i| Math.sinh(i / 8.0) }.freeze
        FINE = (-130..130).map { |i| Math.sinh(i / 20.0) }.freeze
        # chance_above: that it is really above the next; apart: whether that is told, all pairs taken together
        Place = Struct.new(:side, :centre, :low, :high, :chance_above, :apart, keyword_init: true)

        # @return [Array<Float>] share of Student's t below each of FINE; kept for the next ranking
        def self.shares(dof)
          @shares ||= {}
          @shares[dof] ||= FINE.map { |t| Statistics::StudentT.cdf(t, dof) }.freeze
        end

        # @param sides [Array<Side>]
        def initialize(sides, confidence: 0.95)
          @confidence = confidence
          @sides = sides.select { |side| side.size.positive? }
        end

        # @return [Array<Place>] the strongest first; limits nil where a group has one value
        def places
          @places ||= begin
            sorted = @sides.map { |side| estimate(side) }.sort_by { |e| -e[:centre] }
            sorted.each_with_index.map { |e, i| place(e, sorted[i + 1]) }
          end
        end

        # That each mean lies above the next one's, all at once.
        # @return [Float, nil] nil while a group has no scatter to say how sure its mean is
        # Method: flat priors: each mean a t about its estimate (Box and Tiao, Bayesian Inference in Statistical
        # Analysis, 1973, section 2.5); from the lowest up, the chance of the order so far is summed over
        # steps of the next one's.
        def chance_of_order
          return if estimates.size < 2 || estimates.any? { |e| e[:error].nil? }

          sorted = estimates.sort_by { |e| e[:centre] }
          grid = sorted.flat_map { |e| nodes(e) }.uniq.sort
          below = Array.new(grid.size, 1.0)
          sorted.each { |e| below = summed(grid.map { |x| share_below(e, x) }, below) }
          below.last
        end

        private

        def estimates = @estimates ||= @sides.map { |side| estimate(side) }

        def estimate(side)
          return whole(side) if side.complete?

          fit = CensoredRegression.new(side.counted, [Array.new(side.size, 1.0)], family: :normal)
          { side: side, centre: fit.coefficients[0], dof: fit.dof,
            error: fit.standard_error([1.0]) * Math.sqrt(fit.breaks.fdiv(fit.dof)) }
        rescue InsufficientData, InvalidInput
          values = side.counted.map(&:value_si)
          { side: side, centre: values.sum / values.size }
        end

        def whole(side)
          described = side.described
          known = described.count > 1 && !described.degenerate?
          { side: side, centre: described.mean, dof: described.count - 1,
            error: known ? described.standard_deviation / Math.sqrt(described.count) : nil }
        end

        def place(estimate, below)
          reach = estimate[:error] && (Group.two_sided(@confidence, estimate[:dof]) * estimate[:error])
          Place.new(side: estimate[:side], centre: estimate[:centre], low: reach && (estimate[:centre] - reach),
                    high: reach && (estimate[:centre] + reach), chance_above: below && chance(estimate, below),
                    apart: below && apart?(estimate[:side], below[:side]))
        end

        # That the mean of one lies above that of the other (Behrens and Fisher, degrees of freedom by Welch).
        def chance(one, other)
          return if one[:error].nil? || other[:error].nil?

          variances = [one, other].map { |e| e[:error]**2 }
          dof = (variances.sum**2) / variances.zip([one, other]).sum { |v, e| (v * v) / e[:dof] }
          Statistics::StudentT.cdf((one[:centre] - other[:centre]) / Math.sqrt(variances.sum), dof)
        end

        # All pairs together, so that with many groups none is called different by chance.
        def apart?(one, other)
          if tukey then tukey_p(one, other) < 1 - @confidence
          else
            p = PairAnswer.new(one, other, confidence: @confidence).answer.p
            !p.nil? && p * pairs < 1 - @confidence
          end
        end

        def pairs = @sides.size * (@sides.size - 1) / 2

        def tukey
          return @tukey if defined?(@tukey)

          groups = @sides.to_h { |side| [side.key, side.breaks_si] }
          @tukey = @sides.all?(&:complete?) && @sides.all? { |s| s.size > 1 } && OneWay.new(groups)
        rescue InsufficientData
          @tukey = false
        end

        def tukey_p(one, other)
          a, b = [one, other].map(&:breaks_si)
          error = Math.sqrt(tukey.ms_within / 2 * ((1.0 / a.size) + (1.0 / b.size)))
          away = ((a.sum / a.size) - (b.sum / b.size)).abs
          Statistics::StudentizedRange.upper_tail(away / error, @sides.size, tukey.df_within)
        end

        # The chance that a mean lies below each point and the order below it holds.
        def summed(shares, below)
          total = shares.first * below.first
          [total] + shares.each_cons(2).with_index.map do |(low, high), i|
            total += (high - low) * (below[i] + below[i + 1]) / 2
          end
        end

        def nodes(estimate) = NODES.map { |t| estimate[:centre] + (estimate[:error] * t) }

        def share_below(estimate, x)
          t = (x - estimate[:centre]) / estimate[:error]
          return t.negative? ? 0.0 : 1.0 if t.abs >= FINE.last

          shares = Ranking.shares(estimate[:dof])
          above = FINE.bsearch_index { |fine| fine > t }
          low = FINE[above - 1]
          shares[above - 1] + ((shares[above] - shares[above - 1]) * (t - low) / (FINE[above] - low))
        end
      end
    end
  end
end
