# frozen_string_literal: true

module MildAnvil
  module Actions
    module Chain
      # Instruments that cannot be trusted today, and those whose check or certificate runs out soon.
      module Reminders
        SOON_DAYS = 14

        module_function

        # @return [Array<Hash>] id, name, sentence, late; what is late first
        def call(today: Time.now.to_date)
          rows = Store::Models::Instrument.in_use.all.filter_map { |row| reminder(row, today) }
          rows.sort_by { |row| [row[:late] ? 0 : 1, row[:name]] }
        end

        def reminder(row, today)
          return said(row, "#{row.name} failed its check", true) if row.checked_state == "failed"
          return said(row, "#{row.name} was overloaded: check it", true) if row.checked_state == "overloaded"

          due = row.due
          return if due.nil? || due > today + SOON_DAYS

          what = due == row.certificate_until ? "certificate" : "check"
          late = due < today
          said(row, "The #{what} of #{row.name} #{late ? 'ran out' : 'runs out'} on #{due.strftime('%-d %B')}", late)
        end
        private_class_method :reminder

        def said(row, sentence, late) = { id: row.id, name: row.name, sentence: sentence, late: late }
        private_class_method :said
      end
    end
  end
end
