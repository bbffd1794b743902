# frozen_string_literal: true

module MildAnvil
  module Core
    module Rating
      # Both confidence bounds of one percentile, as mean - k s.
      ToleranceBounds = Struct.new(:lower, :upper, :working, keyword_init: true)

      class ToleranceBounds
        NORMAL = ->(**of) { Statistics::ToleranceFactor.normal(**of) }
        # The percentile of a normal population lies higher: an upper bound holds for both shapes.
        WEAKEST_PLACE = lambda do |confidence:, **of|
          own = Statistics::WeakestPlaceFactor.of(confidence: confidence, **of)
          confidence < 0.5 ? [own, NORMAL.call(confidence: confidence, **of)].min : own
        end

        # @param described [Statistics::Description] n >= 2, some scatter, any unit
        # @param factor [Proc] breaks:, coverage:, confidence: to k; NORMAL or WEAKEST_PLACE
        # @return [ToleranceBounds] in that unit
        def self.of(described, terms, factor: NORMAL)
          k, k_upper = [terms.confidence, 1 - terms.confidence].map do |confidence|
            factor.call(breaks: described.count, coverage: terms.coverage, confidence: confidence)
          end
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
