# frozen_string_literal: true

module MildAnvil
  module Actions
    module LongTests
      # Keeps what somebody read of a station, in words refusing what contradicts the readings around it.
      module KeepReading
        module_function

        # @param values [Hash{Symbol => Hash}] channel => {text, unit}
        # @param at [Time, nil] when it was read; nil: now
        # @return [Store::Models::LongReading]
        # @raise [InvalidInput, Conflict]
        def call(station_id:, values:, person_id:, at: nil, count: nil, note: "", once_key: nil)
          person = People.fetch!(person_id)
          request = { station: station_id, values: values, at: at&.utc&.iso8601(3), count: count, note: note }
          id = OnceOnly.call(once_key, person_id: person.id, action: :read_station, request: request) do
            station = Store::Models::LongStation.fetch!(station_id)
            test = Store::Models::LongTest.locked!(station.test_id)
            keep(test, station, values: values, at: at || Time.now, count: count, note: note, person: person).id
          end
          Store::Models::LongReading[id]
        end

        # A typing error: it stays in the store and no longer counts.
        def withdraw(id:, reason:, person_id:)
          person = People.fetch!(person_id)
          if reason.to_s.strip.empty?
            raise InvalidInput.new("Say why it does not count",
                                   fields: { reason: "is needed" })
          end

          Store::Database.write do
            row = Store::Models::LongReading.fetch!(id)
            Store::Models::LongTest.locked!(row.station.test_id)
            raise Conflict, "It does not count already" if Store::Models::FactWithdrawal.of?("long_reading", id)

            Store::Models::FactWithdrawal.create(subject: "long_reading", subject_id: id, reason: reason.strip,
                                                 person_id: person.id)
            Store::Events.record(:withdraw_long_reading, row, person_id: person.id, after: { reason: reason.strip })
            row
          end
        end

        def keep(test, station, values:, at:, count:, note:, person:)
          now = Setup.station_of(test, station)
          open!(test, station, now)
          kind = Core::LongTest::Kinds.fetch!(test.kind)
          read = Core::LongTest::TypedValues.call(kind, values, Catalogue.every_unit, shown: Setup.shown(kind, test))
          refuse(:count, "The count of cycles is needed") if kind.along == :count && count.nil?

          hours = test.hours_at(at)
          Core::LongTest::Order.check!(now.readings, hours: hours, count: kind.along == :count ? count : nil,
                                                     now: test.hours_at(Time.now))
          row = Store::Models::LongReading.create(station_id: station.id, at: at, hours: hours, count: count,
                                                  note: note.to_s.strip[0, 400], read: JSON.generate(read),
                                                  person_id: person.id)
          Store::Events.record(:read_station, row, person_id: person.id, lot_id: test.lot_id,
                                                   after: { station: station.name, read: read, count: count })
          row
        end
        private_class_method :keep

        def open!(test, station, now)
          raise Conflict, "The test has not begun: start it first" if test.started_at.nil?
          raise Conflict, "The test has ended: #{test.ended_words}" unless test.running?
          return if now.ended.nil?

          raise Conflict, "#{station.name} #{now.ended[:word].tr('_', ' ')}: take it up again before it is read"
        end
        private_class_method :open!

        def refuse(field, words) = raise(InvalidInput.new(words, fields: { field => words }))
        private_class_method :refuse
      end
    end
  end
end
