# frozen_string_literal: true

module MildAnvil
  module Actions
    module LongTests
      # A test as its kind works it out, from what is kept.
      module Setup
        RULE_VERSION = "1"

        module_function

        # @param test [Store::Models::LongTest] with stations, their readings and events
        # @return [Core::LongTest::Setup]
        def of(test, now: Time.now)
          kind = Core::LongTest::Kinds.fetch!(test.kind)
          stations = test.stations.map { |row| station(kind, row) }
          Core::LongTest::Setup.new(kind: kind, title: test.title, terms: agreed(kind.terms, test.told(:terms)),
                                    units: units(kind, test), steps: steps(test), stations: stations,
                                    hours: hours(test, stations, now), schedule: schedule(test))
        end

        # @param row [Store::Models::LongStation]
        # @return [Core::LongTest::Station] one station alone
        def station_of(test, row) = station(Core::LongTest::Kinds.fetch!(test.kind), row)

        # How long it has been going on: by this clock, or by a logger's that is ahead of it.
        def hours(test, stations, now)
          until_now = test.ended_at || now
          [test.hours_at(until_now), *stations.filter_map { |s| s.last&.hours }].max
        end

        # @return [Core::Endurance::Schedule, nil]
        def schedule(test)
          stretches = test.told(:schedule)
          stretches.empty? ? nil : Core::Endurance::Schedule.new(stretches)
        end

        # @return [Hash{Symbol => String}] unit of each channel: as it was chosen, or the usual one
        def shown(kind, test)
          chosen = test.told(:units)
          kind.channels.to_h { |channel| [channel.key, chosen[channel.key] || channel.units.first.to_s] }
        end

        # Of what is read, and of what was agreed: as it was chosen, as it was typed, or the usual one.
        def units(kind, test)
          typed = [test.told(:terms), *test.stations.map { |row| row.told(:terms) }].inject(:merge)
          agreed = (kind.terms + kind.station_terms).reject { |term| term.units.empty? }
          known = agreed.to_h { |term| [term.key, Catalogue.unit!(typed.dig(term.key, :unit) || term.units.first)] }
          known.merge(shown(kind, test).transform_values { |symbol| Catalogue.unit!(symbol) })
        end

        # The smallest step in which each channel was read: what is derived from them is stated no finer.
        def steps(test)
          steps = {}
          test.stations.each do |row|
            row.readings.each do |reading|
              reading.told.each { |key, one| steps[key] = [steps[key], one[:step]].compact.min if one[:step] }
            end
          end
          steps
        end

        def agreed(terms, kept) = Core::LongTest::AgreedTerms.si(terms, kept, Catalogue.every_unit)
        private_class_method :agreed

        def station(kind, row)
          events = row.events
          Core::LongTest::Station.new(id: row.id, name: row.name, terms: agreed(kind.station_terms, row.told(:terms)),
                                      readings: row.readings.map { |r| reading(r) },
                                      marks: events.map { |e| mark(e) }, ended: ended(events))
        end
        private_class_method :station

        def reading(row)
          Core::LongTest::Reading.new(id: row.id, hours: row.hours, count: row.count, note: row.note,
                                      values: row.told.transform_values { |one| one[:si] })
        end
        private_class_method :reading

        def mark(row) = { word: row.word, hours: row.hours, count: row.count, note: row.note }
        private_class_method :mark

        # The last word counts: what was ended may be taken up again.
        def ended(events)
          last = events.reverse.find { |e| Mark::ENDINGS.include?(e.word) || e.word == Mark::TAKEN_UP }
          last && last.word != Mark::TAKEN_UP ? mark(last) : nil
        end
        private_class_method :ended
      end
    end
  end
end
