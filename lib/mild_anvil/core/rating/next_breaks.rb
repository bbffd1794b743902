# frozen_string_literal: true

module MildAnvil
  module Core
    module Rating
      # What a few more breaks would do to the minimum, if they came out like those so far.
      module NextBreaks
        MORE = [1, 2, 3, 5].freeze

        module_function

        # @return [Array<Hash>] more:, newtons:, expected: (nil but for one more); empty unless a tolerance bound is what rates
        def for(sample, terms, chosen)
          return [] unless sample.complete? && sample.count >= 2 && [nil, :tolerance_normal].include?(chosen&.key)

          more = Plan::NextBreak.new(sample.breaks_newtons, coverage: terms.coverage, confidence: terms.confidence)
          MORE.map { |n| { more: n, newtons: more.bound_after(n), expected_newtons: n == 1 && sample.count > 2 ? more.expected_bound : nil } }
        rescue InsufficientData
          []
        end
      end
    end
  end
end
