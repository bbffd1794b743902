# frozen_string_literal: true

module MildAnvil
  module Core
    module Rating
      # How sure these breaks are that the percentile that is rated lies at or above a force: what a verdict would be
      # wrong by, whichever it was.
      class Sureness
        LOWEST = 0.5 # a bound is asked for with at least this confidence
        HIGHEST = 0.9999
        STEPS = 24

        # @param sample [Sample]; @param terms [Terms]
        # @param school [School] that gives both bounds of the percentile
        def initialize(sample, terms, school)
          @sample = sample
          @terms = terms
          @school = school
          @bounds = {}
        end

        # @param force_si [Float]
        # @return [Float, nil] nil where the school gives no bounds here; cut at 0.0001 and 0.9999
        # Method: the confidence at which the lower bound is that force; beyond the estimate, the upper one.
        def at_least(force_si)
          lower = bound(LOWEST, :value_si)
          return if lower.nil?
          return search(:value_si) { |bound| bound >= force_si } if force_si <= lower

          1 - search(:upper_si) { |bound| bound <= force_si }
        end

        private

        # The highest confidence at which a bound still keeps to one side.
        def search(side, &block)
          low = LOWEST
          high = HIGHEST
          return high if keeps?(high, side, &block)

          STEPS.times do
            middle = (low + high) / 2
            keeps?(middle, side, &block) ? low = middle : high = middle
          end
          low
        end

        def keeps?(confidence, side)
          found = bound(confidence, side)
          !found.nil? && yield(found)
        end

        def bound(confidence, side)
          result = @bounds[confidence] ||= @school.rate(@sample, quick(confidence))
          result.refused? ? nil : result.public_send(side)
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
