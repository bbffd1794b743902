# frozen_string_literal: true

module MildAnvil
  module Actions
    module Verify
      # The chain of events, from the first to its tail.
      module Events
        KIND = "events"
        LEFT = ""

        module_function

        # @yield [String, nil]
        def each
          count = Store::Journal.count
          broken = Store::Events.first_broken(Sequel::Model.db)
          (count - 1).times { yield nil } if count.positive?
          yield words(broken) if count.positive? || broken
        end

        def words(broken)
          return if broken.nil?

          return "some are missing at the end" if broken.zero?

          "event #{broken} is not what was written, or one before it is missing"
        end
        private_class_method :words
      end
    end
  end
end
