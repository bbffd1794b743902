# frozen_string_literal: true

module MildAnvil
  module Actions
    module Upkeep
      # Everything that has a date, for a calendar: examinations, checks and certificates, proofs, readings of long
      # tests.
      module Calendar
        DAYS = 400
        READINGS = 20

        module_function

        # @return [Array<Hash>] uid, on (Date) or at (Time), summary
        def entries(today: Time.now.to_date)
          last = today + DAYS
          [*rules, *instruments, *proofs(last), *readings].select { |e| e[:at] || (e[:on] && e[:on] <= last) }
        end

        # @return [String] iCalendar
        def ics = Documents::DueCalendar.ics(entries)

        def rules
          ShowUpkeep.new.rows.reject { |r| r[:state] == "retired" || r[:due_on].nil? }.map do |row|
            { uid: "upkeep-#{row[:id]}", on: row[:due_on], summary: "#{row[:name]}: #{row[:what]}" }
          end
        end
        private_class_method :rules

        def instruments
          Store::Models::Instrument.in_use.all.filter_map do |row|
            row.due && { uid: "cell-#{row.uid}", on: row.due, summary: "#{row.name}: check or certificate runs out" }
          end
        end
        private_class_method :instruments

        def proofs(last)
          days = (last - Time.now.to_date).to_i
          Proving::Dues.coming(days: days).map { |row| { uid: "proof-#{row[:id]}", on: row[:due], summary: "#{row[:number]}: #{row[:what]}, #{row[:lot]}" } }
        end
        private_class_method :proofs

        # By hours only: a count comes when it comes.
        def readings
          tests = Store::Models::LongTest.where(state: "running", address: "").all
          tests.flat_map do |test|
            setup = LongTests::Setup.of(test)
            next [] if setup.schedule.nil? || setup.kind.along == :count

            setup.schedule.places.select { |p| p > setup.hours }.first(READINGS).map do |place|
              { uid: "read-#{test.uid}-#{place.round(4)}", at: test.started_at + (place * 3600),
                summary: "Read: #{test.title}" }
            end
          end
        end
        private_class_method :readings
      end
    end
  end
end
