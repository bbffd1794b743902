# frozen_string_literal: true

module MildAnvil
  module Core
    module Statistics
      # How far the profile likelihood must fall for a bound to keep its confidence, found by simulation: lots like
      # this one,
      # drawn from its own fit, with the same pieces known only as bounds.
      #
      # The signed root of the likelihood ratio at the true percentile is nearly a pivot: its quantile over the
      # simulated lots
      # replaces 1.645. For a complete lot it is a pivot, and the answer depends on n alone.
      # Source: Meeker and Escobar, Statistical Methods for Reliability Data, 1998, section 9.3; DiCiccio, Martin and
      # Stern,
      # Canadian Journal of Statistics 29 (2001)
      class SimulatedDrop
        EFFORT = 24_000 # values drawn in all
        LOTS = (400..1200)
        MOST_FAILED_SHARE = 0.5 # of simulated lots that cannot be fitted
        MEMO = Memo.new

        Drops = Struct.new(:lower, :upper, :lots, keyword_init: true)

        # @param family [Module] of Families
        # @param values [Array<Likelihood::Value>] in the family's scale
        # @param fit [LocationScaleFit] of these values
        # @param p [Float] share below the percentile
        # @return [Drops] for the lower and the upper bound at that confidence
        # @raise [InsufficientData] when too few of the simulated lots can be fitted at all
        def self.of(family:, values:, fit:, p:, confidence:, seed: 1)
          pattern = values.map do |v|
            [v.kind, *[v.low, v.high].compact.map do |y|
              v.kind == :exact ? nil : ((y - fit.location) / fit.scale).round(12)
            end]
          end.sort_by(&:inspect)
          MEMO.fetch([family, pattern, p, confidence, seed]) { new(family, pattern, p, seed).drops(confidence) }
        end

        def initialize(family, pattern, p, seed)
          @family = family
          @pattern = pattern
          @p = p
          @truth = family.quantile(p)
          @stream = RandomStream.new(seed)
        end

        # @return [Drops]
        def drops(confidence)
          lots = (EFFORT / @pattern.size).clamp(LOTS)
          roots = Array.new(lots) { root }.compact.sort
          if roots.size < MOST_FAILED_SHARE * lots
            raise InsufficientData.new("too few lots like this one could be fitted to calibrate the bound",
                                       lots: roots.size)
          end

          Drops.new(lower: half_square(quantile(roots, confidence)),
                    upper: half_square(-quantile(roots, 1 - confidence)), lots: roots.size).freeze
        end

        private

        # One simulated lot in standard units; nil when it cannot be fitted.
        def root
          fit = LocationScaleFit.new(@family, @pattern.map { |kind, low, high| drawn(kind, low, high) })
          difference = fit.percentile(@p) - @truth
          (difference <=> 0) * Math.sqrt(2 * [fit.drop_at(@truth, @p), 0.0].max)
        rescue InsufficientData, NotConverged
          nil
        end

        # A piece that was only known as a bound is so again if its drawn strength would have been.
        def drawn(kind, low, high)
          y = @family.quantile(@stream.next)
          bounded = { right: low && y > low, left: low && y < low, interval: high && y.between?(low, high) }[kind]
          if bounded
            Likelihood::Value.new(kind: kind, low: low,
                                  high: high)
          else
            Likelihood::Value.new(
              kind: :exact, low: y
            )
          end
        end

        def quantile(sorted, share)
          place = (share * (sorted.size + 1)) - 1
          low = place.floor.clamp(0, sorted.size - 1)
          high = (low + 1).clamp(0, sorted.size - 1)
          sorted[low] + ((place - low).clamp(0, 1) * (sorted[high] - sorted[low]))
        end

        # A bound never lies on the wrong side of the estimate.
        def half_square(root) = ([root, 1.0e-3].max**2) / 2
      end
    end
  end
end
