# frozen_string_literal: true

module MildAnvil
  module Core
    module Statistics
      # How far the profile likelihood of a percentile must fall for its bound to keep its confidence at few breaks.
      #
      # The limit from large samples, z²/2 = 1.35 at 95 %, keeps only about 85 % at four breaks. For complete normal
      # samples the bound is a function of the exact tolerance bound, so the drop that makes the two equal is known in
      # closed form; it is used with the number of breaks for censored samples and for the Weibull family, too.
      # docs/validation.md, section 4, says by simulation what that keeps.
      module CalibratedDrop
        module_function

        # @param breaks [Integer] n >= 2
        # @param coverage [Float] share above the percentile
        # @param confidence [Float] below 0.5 for the upper bound
        # @return [Float] drop of the log-likelihood, > 0
        # Method: sample with mean 0 and s = 1; drop = l(max) - l(percentile at -k), the scale maximised in both.
        def of(breaks:, coverage:, confidence:)
          k = ToleranceFactor.normal(breaks: breaks, coverage: coverage, confidence: confidence)
          z = Normal.quantile(coverage)
          squares = (breaks - 1) + (breaks * k * k)
          sum = breaks * k
          h = ((z * sum) + Math.sqrt(((z * sum)**2) + (4.0 * breaks * squares))) / (2 * squares)
          constrained = (breaks * Math.log(h)) - (0.5 * ((h * h * squares) - (2 * h * z * sum) + (breaks * z * z)))
          free = (-0.5 * breaks * Math.log((breaks - 1.0) / breaks)) - (0.5 * breaks)
          free - constrained
        end
      end
    end
  end
end
