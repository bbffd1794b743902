# frozen_string_literal: true

module MildAnvil
  module Actions
    module LongTests
      # Plans a long test, changes what was agreed, starts and ends it.
      module BeginTest
        MOST_STATIONS = 60
        Agreed = Core::LongTest::AgreedTerms
        WORDS = %i[title address].freeze

        module_function

        # @param values [Hash] kind, title, lot_id, reference_lot_id, terms, units, schedule, programme, address;
        # stations: [{name,
        # terms}]
        # @param started_at [Time, nil] nil: planned only
        # @return [Store::Models::LongTest]
        # @raise [InvalidInput]
        def call(values:, person_id:, started_at: nil, once_key: nil)
          person = People.fetch!(person_id)
          kind = Core::LongTest::Kinds.fetch!(values[:kind])
          id = OnceOnly.call(once_key, person_id: person.id, action: :begin_long_test, request: values) do
            test = Store::Models::LongTest.create(kind: kind.key, person_id: person.id,
                                                  **columns(kind, defaults(kind).merge(values)))
            add_stations(test, kind, values[:stations].to_a)
            Store::Events.record(:begin_long_test, test, person_id: person.id, lot_id: test.lot_id,
                                                         after: test.values.slice(:kind, :title, :terms, :schedule))
            start(test, started_at, person) if started_at
            test.id
          end
          Store::Models::LongTest[id]
        end

        # What was agreed may change while it runs; what was read does not.
        # @raise [Conflict] when somebody changed it meanwhile
        def change(id:, version:, values:, person_id:)
          person = People.fetch!(person_id)
          Store::Database.write do
            test = Store::Models::LongTest.locked!(id)
            Stale.refuse!(test, version, "this test")
            kind = Core::LongTest::Kinds.fetch!(test.kind)
            same_quantities!(test, kind, values[:units])
            add_stations(test, kind, values[:stations].to_a)
            before = test.values.slice(:title, :terms, :units, :schedule, :programme, :address, :lot_id,
                                       :reference_lot_id)
            test.update(version: test.version + 1, **columns(kind, values))
            Store::Events.record(:change_long_test, test, person_id: person.id, lot_id: test.lot_id, before: before,
                                                          after: test.values.slice(*before.keys))
            test
          end
        end

        # @param at [Time, nil] when the load came on; nil: now
        def started(id:, person_id:, at: nil)
          person = People.fetch!(person_id)
          Store::Database.write do
            test = Store::Models::LongTest.locked!(id)
            if test.started_at
              raise Conflict,
                    "It runs already, since #{test.started_at.localtime.strftime('%-d %B, %H:%M')}"
            end

            start(test, at || Time.now, person)
            test
          end
        end

        # @param words [String] why
        def ended(id:, words:, person_id:)
          person = People.fetch!(person_id)
          Store::Database.write do
            test = Store::Models::LongTest.locked!(id)
            raise Conflict, "It does not run: there is nothing to end" unless test.running?
            raise InvalidInput.new("Say why it ends", fields: { words: "is needed" }) if words.to_s.strip.empty?

            test.update(state: "ended", ended_at: Time.now, ended_words: words.strip, version: test.version + 1)
            Store::Events.record(:end_long_test, test, person_id: person.id, lot_id: test.lot_id,
                                                       after: { words: words.strip })
            test
          end
        end

        def start(test, at, person)
          refuse(:at, "It cannot begin in the future") if at > Time.now + 60
          refuse(:stations, "It needs at least one station") if test.stations_dataset.empty?

          test.update(state: "running", started_at: at, version: test.version + 1)
          Store::Events.record(:start_long_test, test, person_id: person.id, lot_id: test.lot_id,
                                                       after: { started_at: at.utc.iso8601(3) })
        end
        private_class_method :start

        def defaults(kind)
          { terms: Agreed.defaults(kind.terms), units: {}, schedule: kind.stretches, programme: [], address: "" }
        end
        private_class_method :defaults

        def columns(kind, values)
          refuse(:title, "A test needs a title") if values.key?(:title) && values[:title].to_s.strip.empty?
          schedule!(values[:schedule])
          address!(values[:address])
          json = { terms: values[:terms] && Agreed.checked(kind.terms, values[:terms], Catalogue.every_unit),
                   units: values[:units] && units(kind, values[:units]), schedule: values[:schedule],
                   programme: values[:programme] && programme(values[:programme]) }.compact
          values.slice(*WORDS).transform_values(&:strip).merge(lots(values), json.transform_values do |v|
            JSON.generate(v)
          end)
        end
        private_class_method :columns

        # What is pulled after it, and what never was under it.
        def lots(values)
          given = values.slice(:lot_id, :reference_lot_id)
          given.compact.each_value do |id|
            Practice::Apart.real!(Store::Models::Lot.fetch!(id), "No long test is run of it")
          end
          return given if given.compact.size < 2 || given[:lot_id] != given[:reference_lot_id]

          refuse(:reference_lot_id, "A lot is no reference for itself")
        end
        private_class_method :lots

        def schedule!(stretches)
          Core::Endurance::Schedule.new(stretches) unless stretches.nil? || stretches.empty?
        end
        private_class_method :schedule!

        def address!(address)
          return if address.to_s.empty? || Loggers::FORM.match?(address)

          refuse(:address, "A logger answers at host:port, or is “simulated”")
        end
        private_class_method :address!

        def units(kind, chosen)
          chosen.each do |key, symbol|
            channel = kind.channels.find { |c| c.key == key } || refuse(key, "There is no channel #{key}")
            refuse(key, "#{channel.name} is read in #{channel.units.join(', ')}") unless channel.units.include?(symbol)
          end
        end
        private_class_method :units

        # What was read as a force does not become a pressure.
        def same_quantities!(test, kind, chosen)
          return if chosen.nil? || Store::Models::LongReading.where(station_id: test.stations.map(&:id)).empty?

          Setup.shown(kind, test).each do |key, symbol|
            wanted = chosen[key] or next
            next if Catalogue.unit!(wanted).quantity == Catalogue.unit!(symbol).quantity

            refuse(key, "Readings in #{symbol} are kept: it stays a #{Catalogue.unit!(symbol).quantity}")
          end
        end
        private_class_method :same_quantities!

        def programme(steps)
          rows = steps.map { |step| { at: step[:at].to_f, words: step[:words].to_s.strip } }
          refuse(:programme, "Each step of the programme needs words") if rows.any? { |row| row[:words].empty? }

          rows.sort_by { |row| row[:at] }
        end
        private_class_method :programme

        def add_stations(test, kind, stations)
          names = test.stations_dataset.select_map(:name) + stations.map { |s| s[:name].to_s.strip }
          refuse(:stations, "Each station needs a name") if names.any?(&:empty?)
          refuse(:stations, "Two stations are called #{names.tally.key(2)}") if names.uniq.size < names.size
          refuse(:stations, "More than #{MOST_STATIONS} stations") if names.size > MOST_STATIONS

          position = test.stations_dataset.max(:position).to_i
          stations.each do |one|
            typed = Agreed.defaults(kind.station_terms).merge(one[:terms].to_h)
            kept = Agreed.checked(kind.station_terms, typed, Catalogue.every_unit)
            Store::Models::LongStation.create(test_id: test.id, position: position += 1, name: one[:name].strip,
                                              terms: JSON.generate(kept))
          end
        end
        private_class_method :add_stations

        def refuse(field, words) = raise(InvalidInput.new(words, fields: { field => words }))
        private_class_method :refuse
      end
    end
  end
end
