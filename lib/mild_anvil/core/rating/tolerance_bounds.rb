# frozen_string_literal: true

module MildAnvil
  module Core
    module Rating
      # Both confidence bounds of one percentile of a normal population.
      ToleranceBounds = Struct.new(:lower, :upper, :working, keyword_init: true)

      class ToleranceBounds
        # @param described [Statistics::Description] n >= 2, some scatter, any unit
        # @return [ToleranceBounds] in that unit
        def self.of(described, terms)
          common = { breaks: described.count, coverage: terms.coverage }
          k = Statistics::ToleranceFactor.normal(**common, confidence: terms.confidence)
          k_upper = Statistics::ToleranceFactor.normal(**common, confidence: 1 - terms.confidence)
          lower = described.mean - (k * described.standard_deviation)
          new(lower: lower, upper: described.mean - (k_upper * described.standard_deviation),
              working: { n: described.count, mean_si: described.mean,
                         standard_deviation_si: described.standard_deviation,
                         k: k, k_upper: k_upper, bound_si: lower }).freeze
        end
      end
    end
  end
end
