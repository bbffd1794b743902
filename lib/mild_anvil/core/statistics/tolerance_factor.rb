# frozen_string_literal: true

module MildAnvil
  module Core
    module Statistics
      # Factors k by which a mean is lowered to become a one-sided bound.
      module ToleranceFactor
        MEMO = Memo.new

        module_function

        # How many standard deviations below the mean does the bound lie that keeps +coverage+ of a normal population
        # above it with +confidence+?
        #
        # @param breaks [Integer] n >= 2
        # @param coverage [Float] share above the bound, 0 < P < 1
        # @param confidence [Float] 0 < c < 1; below 0.5 gives the upper confidence bound of the same percentile
        # @param dof [Float] degrees of freedom of s, n - 1 unless the scatter is borrowed
        # @return [Float] k, dimensionless
        # @raise [InsufficientData] if n < 2; [InvalidInput] for impossible probabilities
        # Source: Hahn and Meeker, Statistical Intervals, 1991; ISO 16269-6
        # Method: k = t'(confidence; dof, sqrt(n) z(coverage)) / sqrt(n).    Checked: docs/validation.md, section 1
        def normal(breaks:, coverage:, confidence:, dof: breaks - 1)
          Checks.breaks!(breaks, at_least: dof.positive? ? 1 : 2)
          Checks.shares!(coverage: coverage, confidence: confidence)
          MEMO.fetch([breaks, coverage, confidence, dof]) do
            root = Math.sqrt(breaks)
            NoncentralT.quantile(confidence, dof, root * Normal.quantile(coverage)) / root
          end
        end

        # The factor for one future break, scatter unknown: a different question from the population's.
        #
        # @return [Float] k = t(coverage; n - 1) sqrt(1 + 1/n)
        # @raise [InsufficientData] if n < 2; [InvalidInput] for an impossible coverage
        def prediction(breaks:, coverage:)
          Checks.breaks!(breaks, at_least: 2)
          Checks.shares!(coverage: coverage)
          StudentT.quantile(coverage, breaks - 1) * Math.sqrt(1 + (1.0 / breaks))
        end

        # The factor when the standard deviation is known from experience.
        #
        # @return [Float] k = z(coverage) + z(confidence) / sqrt(n)
        def known_scatter(breaks:, coverage:, confidence:)
          Checks.breaks!(breaks, at_least: 1)
          Checks.shares!(coverage: coverage, confidence: confidence)
          Normal.quantile(coverage) + (Normal.quantile(confidence) / Math.sqrt(breaks))
        end

        # The confidence that mean - k s keeps +coverage+ of a normal population above it.
        #
        # @return [Float] 0..1
        def confidence_of(factor:, breaks:, coverage:)
          Checks.breaks!(breaks, at_least: 2)
          Checks.shares!(coverage: coverage)
          root = Math.sqrt(breaks)
          NoncentralT.cdf(factor * root, breaks - 1, root * Normal.quantile(coverage))
        end
      end
    end
  end
end
