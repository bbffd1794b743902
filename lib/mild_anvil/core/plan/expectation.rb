# frozen_string_literal: true

module MildAnvil
  module Core
    module Plan
      # What was expected to break, where and how, against what did.
      #
      # value_si and tolerance_share about it; zone and mode as the plan says; any of them may be nil: nothing expected.
      Expectation = Struct.new(:low_si, :high_si, :zone, :mode, keyword_init: true)

      class Expectation
        Found = Struct.new(:number, :value_si, :zone, :mode, :broke, keyword_init: true)

        # @param found [Array<Found>]
        # @return [Array<Hash>] number:, reasons: of each pull that was not as expected
        def unexpected(found)
          found.filter_map do |pull|
            reasons = reasons(pull)
            { number: pull.number, reasons: reasons } unless reasons.empty?
          end
        end

        # @return [String, nil]
        def sentence(found)
          return if found.empty?

          odd = unexpected(found)
          return "All #{found.size} as expected." if odd.empty?

          "#{odd.size} of #{found.size} not as expected: " \
            "#{odd.map { |o| "pull #{o[:number]} #{o[:reasons].join(', ')}" }.join('; ')}."
        end

        private

        def reasons(pull)
          [force(pull), ("at another place" if other?(pull.zone, zone)), (pull.mode if other?(pull.mode, mode))].compact
        end

        def other?(got, expected) = !got.nil? && !expected.nil? && got != expected

        def force(pull)
          return if pull.value_si.nil? || !pull.broke
          return "below what was expected" if low_si && pull.value_si < low_si

          "above what was expected" if high_si && pull.value_si > high_si
        end
      end
    end
  end
end
