# frozen_string_literal: true

module MildAnvil
  module Core
    module Rating
      # What a few more breaks would do to the minimum, if they came out like those so far.
      module NextBreaks
        MORE = [1, 2, 3, 5].freeze

        module_function

        # @return [Array<Hash>] more:, value_si:, expected_si: (nil but for one more); empty unless a tolerance bound
        #   is what rates
        def for(sample, terms, chosen)
          return [] unless sample.complete? && sample.count >= 2 && [nil, :tolerance_normal].include?(chosen&.key)

          more = Plan::NextBreak.new(sample.breaks_si, coverage: terms.coverage, confidence: terms.confidence)
          MORE.map { |n| { more: n, value_si: more.bound_after(n), expected_si: expected(more, n, sample.count) } }
        rescue InsufficientData
          []
        end

        # Known for one more break only, and from three on.
        def expected(more, count, breaks) = count == 1 && breaks > 2 ? more.expected_bound : nil
        private_class_method :expected
      end
    end
  end
end
