# frozen_string_literal: true

module MildAnvil
  module Core
    module Rating
      # How sure these breaks are that the percentile that is rated lies at or above a force: what a verdict would be
      # wrong by, whichever it was.
      class Sureness
        EVEN = 0.5 # a bound is asked for with at least this confidence
        LEAST_DOUBT = 1.0e-7
        STEPS = 48

        # @param sample [Sample]; @param terms [Terms]
        # @param school [School] that gives both bounds of the percentile
        def initialize(sample, terms, school)
          @sample = sample
          @terms = terms
          @school = school
          @bounds = {}
        end

        # @param force_si [Float]
        # @return [Float, nil] nil where the school gives no bounds here; cut where either doubt is below 1e-7
        # Method: the confidence at which the lower bound is that force; beyond the estimate, the upper one.
        def at_least(force_si)
          lower = bound(EVEN, 0)
          return if lower.nil?
          return 1 - least_doubt(0) { |bound| bound >= force_si } if force_si <= lower

          least_doubt(1) { |bound| bound <= force_si }
        end

        private

        # The smallest doubt with which a bound still keeps to one side, halved on its logarithm.
        def least_doubt(side, &block)
          low = Math.log(LEAST_DOUBT)
          high = Math.log(EVEN)
          return LEAST_DOUBT if keeps?(low, side, &block)

          STEPS.times do
            middle = (low + high) / 2
            keeps?(middle, side, &block) ? high = middle : low = middle
          end
          Math.exp(high)
        end

        def keeps?(log_doubt, side)
          found = bound(1 - Math.exp(log_doubt), side)
          !found.nil? && yield(found)
        end

        def bound(confidence, side)
          (@bounds[confidence] ||= @school.bounds(@sample, quick(confidence)) || [])[side]
        end

        def quick(confidence)
          @terms.dup.tap do |terms|
            terms.confidence = confidence
            terms.calibrate = :none
          end.freeze
        end
      end
    end
  end
end
