# frozen_string_literal: true

module MildAnvil
  module Core
    module Watch
      # On which days a product is broken, and whether that was done.
      class Rota
        # @param weekdays [String] digits, 1 Monday to 7 Sunday
        # @raise [InvalidInput]
        def initialize(weekdays)
          unless weekdays.match?(/\A[1-7]{1,7}\z/) && weekdays.chars.uniq.size == weekdays.size
            raise InvalidInput.new("“#{weekdays}” are no days: 1 is Monday, 7 is Sunday",
                                   fields: { weekdays: "are no days" })
          end

          @days = weekdays.chars.map(&:to_i)
        end

        def on?(date) = @days.include?(date.cwday)

        # @param done [Array<Date>] days on which it was broken
        # @param since [Date] before which nobody asked for it
        # @return [Array<Date>] within the last so many days, on which it should have been broken and was not; today is
        #   not late before it is over
        def missed(done, today:, since:, days: 7)
          ([since, today - days].max...today).select { |day| on?(day) && !done.include?(day) }
        end

        def due?(done, today) = on?(today) && !done.include?(today)
      end
    end
  end
end
