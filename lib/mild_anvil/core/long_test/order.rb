# frozen_string_literal: true

module MildAnvil
  module Core
    module LongTest
      # What a new reading must agree with before it is kept: time goes on, and counts do not fall.
      module Order
        AHEAD_HOURS = 5 / 60.0 # a clock that goes a little fast

        module_function

        # @param earlier [Array<Reading>] of the station, by time
        # @param hours [Float] of the new one; @param count [Numeric, nil]; @param now [Float] hours since it began
        # @raise [InvalidInput] in words, with the reading that it contradicts
        def check!(earlier, hours:, count:, now:)
          refuse(:at, "it lies before the test began") if hours.negative?
          if hours > now + AHEAD_HOURS
            refuse(:at,
                   "it lies #{Say.duration(hours - now)} ahead of this clock: look whether one of them was set back")
          end
          refuse(:at, "there is a reading of that moment already") if earlier.any? do |r|
            r.hours == hours && r.count == count
          end
          counts!(earlier, hours, count) if count
        end

        def counts!(earlier, hours, count)
          counted = earlier.select(&:count)
          before, after = counted.partition { |r| r.hours <= hours }.map { |rows| rows.map(&:count) }
          if before.any? && count < before.max
            refuse(:count, "the count fell: #{Say.grouped(before.max)} cycles were read before. Was the counter " \
                           "set back? Then type the sum")
          end
          return if after.empty? || count <= after.min

          refuse(:count, "a later reading says #{Say.grouped(after.min)} cycles, and counts do not fall")
        end
        private_class_method :counts!

        def refuse(field, words)
          raise InvalidInput.new("The reading was not kept: #{words}.", fields: { field => words })
        end
        private_class_method :refuse
      end
    end
  end
end
