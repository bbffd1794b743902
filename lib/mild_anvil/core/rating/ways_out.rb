# frozen_string_literal: true

module MildAnvil
  module Core
    module Rating
      # What can be said, and which ways lead on, where a lot gives no minimum with the confidence that is asked for.
      module WaysOut
        MOST = 60 # breaks in all: more is no advice
        WORTH_SHARE = 0.5 # of the lowest break: a minimum below that is no way out
        FACTORS = { tolerance_normal: ToleranceBounds::NORMAL, cautious: ToleranceBounds::WEAKEST_PLACE,
                    tolerance_weibull: ToleranceBounds::WEAKEST_PLACE }.freeze

        module_function

        # @param recommendation [Recommendation]; @param results [Array<SchoolResult>]
        # @param figures [Quantity::FigureRule]
        # @return [Array<String>] sentences; empty where there is a minimum, or nothing was pulled
        def for(sample, terms, results, recommendation, figures)
          return [] if recommendation.key || sample.count.zero?

          by_key = results.to_h { |result| [result.key, result] }
          [lowest(by_key[:lowest], figures), borrow(by_key[:borrowed_scatter], figures),
           more(sample, terms, recommendation.wanted, figures), survivors(sample, terms), proof].compact
        end

        # What is known without any of them.
        def lowest(result, figures)
          return if result.nil? || result.refused?

          "What can be said: the lowest carried #{figures.down(result.value_si)}. #{result.in_words}."
        end
        private_class_method :lowest

        def borrow(result, figures)
          if result && !result.refused?
            return "Borrow the scatter of earlier lots of the kind: #{figures.down(result.value_si)}."
          end

          "Borrow the scatter of earlier lots of the kind, if they scatter alike."
        end
        private_class_method :borrow

        def more(sample, terms, wanted, figures)
          return "Pull at least two more." if sample.count == 1 && sample.complete?

          count, bound = enough(sample, terms, wanted)
          return if count.nil?

          "Pull #{count} more: if they broke like these, they would support about #{figures.down(bound)}."
        end
        private_class_method :more

        # @return [Array(Integer, Float), nil] how many more of the same mean and scatter give a bound that is worth it
        def enough(sample, terms, wanted)
          return unless sample.complete? && FACTORS.key?(wanted)

          described = sample.scattered!(resolution_si: terms.resolution_si)
          (1..(MOST - described.count)).each do |more|
            k = FACTORS.fetch(wanted).call(breaks: described.count + more, coverage: terms.coverage,
                                           confidence: terms.confidence)
            bound = described.mean - (k * described.standard_deviation)
            return [more, bound] if bound >= WORTH_SHARE * described.lowest
          end
          nil
        rescue InsufficientData
          nil
        end
        private_class_method :enough

        def survivors(sample, terms)
          return unless sample.count(:break).zero?

          needed = Statistics::OrderStatistic.smallest_count(coverage: terms.coverage, confidence: terms.confidence)
          "#{needed} survivors in all give a minimum, and no working load limit: break some for that." if
            needed > sample.count
        end
        private_class_method :survivors

        def proof
          "Prove every piece that is put to use: that says of each what it carried, and nothing of the others."
        end
        private_class_method :proof
      end
    end
  end
end
