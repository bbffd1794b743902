# frozen_string_literal: true

module MildAnvil
  module Core
    module Statistics
      # Bounds that assume no distribution: the r-th lowest of n breaks.
      module OrderStatistic
        # A share reached to within rounding counts as reached: 59 for 95/95 sits on the edge.
        EDGE = 1.0e-12

        module_function

        # With what confidence does at least +coverage+ of the population lie above the r-th lowest of n?
        #
        # @return [Float] 0..1
        # Source: Wilks, Annals of Mathematical Statistics 12 (1941).   Method: P(Bin(n, 1 - coverage) >= r)
        def confidence(breaks:, coverage:, rank: 1)
          Checks.breaks!(breaks, at_least: 1)
          Checks.shares!(coverage: coverage)
          return 1 - (coverage**breaks) if rank == 1

          Binomial.at_least(rank, breaks, 1 - coverage)
        end

        # The smallest number of breaks for which the r-th lowest is a bound.
        #
        # @return [Integer]
        def smallest_count(coverage:, confidence:, rank: 1)
          Checks.shares!(coverage: coverage, confidence: confidence)
          reached = ->(n) { confidence(breaks: n, coverage: coverage, rank: rank) >= confidence - EDGE }
          high = rank
          high *= 2 until reached.call(high)
          (rank..high).bsearch(&reached)
        end

        # The largest rank whose order statistic is a bound; nil when no rank reaches the confidence.
        #
        # @return [Integer, nil]
        def usable_rank(breaks:, coverage:, confidence:)
          Checks.breaks!(breaks, at_least: 1)
          Checks.shares!(coverage: coverage, confidence: confidence)
          too_high = (1..(breaks + 1)).bsearch do |r|
            r > breaks || confidence(breaks: breaks, coverage: coverage, rank: r) < confidence - EDGE
          end
          too_high == 1 ? nil : too_high - 1
        end
      end
    end
  end
end
