# frozen_string_literal: true

module MildAnvil
  module Core
    module Plan
      # What so many breaks can support, in words.
      module Supports
        COUNTS = [1, 2, 3, 5, 10].freeze
        Row = Struct.new(:n, :sentence, keyword_init: true)

        module_function

        # @param coverage [Float]; @param confidence [Float]
        # @param variation [Float, nil] assumed scatter over mean
        # @return [Array<Row>]
        def rows(wording, coverage: 0.95, confidence: 0.95, variation: nil)
          COUNTS.map { |n| Row.new(n: n, sentence: sentence(n, wording, coverage, confidence, variation)) }
        end

        def sentence(count, wording, coverage, confidence, variation)
          return single(wording, coverage) if count == 1

          k = Statistics::ToleranceFactor.normal(breaks: count, coverage: coverage, confidence: confidence)
          "The lowest of #{count}: #{wording.per_cent(1 - (coverage**count))} confidence that " \
            "#{wording.per_cent(coverage)} are stronger. The bound lies #{wording.number(k)} × s below the mean" \
            "#{in_shares(k, variation, wording)}."
        end
        private_class_method :sentence

        def single(wording, coverage)
          "What this one piece held, and no minimum: #{wording.per_cent(1 - coverage)} confidence that " \
            "#{wording.per_cent(coverage)} are stronger, and nothing about scatter."
        end
        private_class_method :single

        # Where the scatter is so large that nothing is left, that is said.
        def in_shares(factor, variation, wording)
          return "" if variation.nil?

          left = 1 - (factor * variation)
          if left.positive?
            ", at #{wording.per_cent(left)} of it if the scatter is as " \
              "assumed"
          else
            ": nothing is left of it"
          end
        end
        private_class_method :in_shares
      end
    end
  end
end
