# frozen_string_literal: true

module MildAnvil
  module Core
    module Plan
      # How many breaks are needed: for a bound that clears a requirement, for the lowest of n, for a comparison.
      module SampleSize
        MOST = 5000
        Needed = Struct.new(:n, :k, :probability, :probability_one_fewer, keyword_init: true)

        module_function

        # The smallest n whose tolerance bound clears the requirement with a chosen chance, at an assumed mean and
        # scatter.
        #
        # @param coverage [Float]; @param confidence [Float]
        # @param variation_share [Float] assumed standard deviation over mean
        # @param required_share [Float] requirement over assumed mean
        # @param assurance [Float] chance wanted
        # @return [Needed]
        # @raise [InvalidInput] when no number can do it
        # Source: Faulkenberry and Weeks, Technometrics 10 (1968); Hahn and Meeker, Statistical Intervals, 1991,
        # chapter 9
        def for_bound(coverage:, confidence:, variation_share:, required_share:, assurance: 0.9)
          Statistics::Checks.shares!(coverage: coverage, confidence: confidence, assurance: assurance)
          unless variation_share.positive?
            raise InvalidInput.new("a scatter must be above zero",
                                   variation_share: variation_share)
          end

          percentile = 1 - (Statistics::Normal.quantile(coverage) * variation_share)
          if required_share >= percentile
            raise InvalidInput.new(
              "the requirement lies at or above the true percentile, #{format('%.3g',
                                                                              percentile)} of the mean: no number of " \
"breaks can show it", percentile_share: percentile
            )
          end

          chance = lambda { |n|
            chance(n, coverage: coverage, confidence: confidence, variation_share: variation_share,
                      required_share: required_share)
          }
          n = smallest { |count| chance.call(count) >= assurance }
          Needed.new(n: n, k: Statistics::ToleranceFactor.normal(breaks: n, coverage: coverage, confidence: confidence),
                     probability: chance.call(n),
                     probability_one_fewer: n > 2 ? chance.call(n - 1) : nil)
        end

        # @return [Float] chance that mean - k s of n breaks clears the requirement
        # Method: 1 - F(k √n; n - 1, √n (1 - required)/cv), F the noncentral t.
        def chance(n, coverage:, confidence:, variation_share:, required_share:)
          k = Statistics::ToleranceFactor.normal(breaks: n, coverage: coverage, confidence: confidence)
          Statistics::NoncentralT.upper_tail(k * Math.sqrt(n), n - 1,
                                             Math.sqrt(n) * (1 - required_share) / variation_share)
        end

        # Breaks of which the lowest keeps a share with a confidence: 59 for 95/95.
        def for_lowest(coverage:, confidence:)
          Statistics::OrderStatistic.smallest_count(coverage: coverage, confidence: confidence)
        end

        # Breaks per group to see a difference.
        #
        # @param difference_share [Float] of the mean; @param variation_share [Float]
        # @return [Integer]
        # Method: power of the two-sided t test by the noncentral t.
        # Source: Cohen, Statistical Power Analysis for the Behavioral Sciences, 2nd edition 1988, chapter 2
        def for_comparison(difference_share:, variation_share:, alpha: 0.05, power: 0.8)
          unless difference_share.positive? && variation_share.positive?
            raise InvalidInput.new("a difference and a scatter must be above zero",
                                   difference_share: difference_share)
          end

          smallest { |n| power(n, difference_share / variation_share, alpha) >= power }
        end

        # @return [Float] chance to see a difference of so many standard deviations with n in each group
        def power(n, effect, alpha)
          dof = (2 * n) - 2
          limit = Statistics::StudentT.upper_quantile(alpha / 2, dof)
          delta = effect * Math.sqrt(n / 2.0)
          Statistics::NoncentralT.upper_tail(limit, dof, delta) + Statistics::NoncentralT.cdf(-limit, dof, delta)
        end

        # Doubling, then halving: both chances rise with n.
        def smallest(&block)
          high = 2
          high *= 2 until yield(high) || high > MOST
          raise InvalidInput.new("more than #{MOST} breaks would be needed", most: MOST) if high > MOST

          low = high == 2 ? 1 : high / 2
          ((low + 1)..high).bsearch(&block)
        end
        private_class_method :smallest
      end
    end
  end
end
