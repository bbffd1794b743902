# frozen_string_literal: true

module MildAnvil
  module Actions
    module LongTests
      # A long test as a page shows it: what it says, what it waits for, what was read last.
      module ShowTest
        MOST_READINGS = 400
        MOST_LISTED = 200

        module_function

        # @return [Hash]
        # @raise [NotFound]
        def call(id)
          test = Store::Models::LongTest.fetch!(id)
          seen = Glance.of([test]).fetch(id)
          hours = Setup.hours(test, seen.setup.stations, Time.now)
          answer = whole(test, seen, hours)
          shown = head(test, seen.setup, hours).merge(agreed(test, seen.setup))
          shown.merge(answer: answer, chart: seen.chart, due: due(test, seen.setup, hours),
                      stations: stations(test, seen.setup), reports: Report.of(test),
                      sha256: Canonical.sha256(Report.content(test, answer, seen.chart)))
        end

        # With what nobody read, said last of each station, and with what is left by a lot pulled afterwards.
        # @param seen [Glance::Seen]; @param hours [Float] since it began
        # @return [Hash] the plain answer
        def whole(test, seen, hours)
          gaps = seen.setup.stations.to_h { |s| [s.id, Core::LongTest::Gaps.line(seen.setup, s, hours)] }
          told = seen.answer[:stations].map { |s| { **s, lines: s[:lines] + [gaps[s[:id]]&.to_h].compact } }
          { **seen.answer, stations: told, lines: seen.answer[:lines] + [Residual.line(test)&.to_h].compact }
        end

        # @return [Array<Hash>] those that run first, then planned, then ended
        def list(states: %w[running planned ended])
          order = { "running" => 0, "planned" => 1, "ended" => 2 }
          tests = Store::Models::LongTest.where(state: states).eager(:lot, :person).reverse(:id).limit(MOST_LISTED).all
          glances = Glance.of(tests)
          tests.sort_by { |t| [order.fetch(t.state), -t.id] }.map { |test| row(test, glances.fetch(test.id)) }
        end

        # @return [Array<Hash>] of those that run: what is due, what is wrong
        def waiting = list(states: %w[running]).select { |row| row[:tone] == "alarm" || row[:due].any? }

        def row(test, seen)
          setup = seen.setup
          hours = Setup.hours(test, setup.stations, Time.now)
          latest = setup.stations.filter_map { |s| s.last&.hours }.max
          head(test, setup, hours).merge(headline: seen.answer[:headline], tone: seen.answer[:tone],
                                         due: due(test, setup, hours), latest: latest)
        end
        private_class_method :row

        def head(test, setup, hours)
          { id: test.id, kind: test.kind, kind_name: setup.kind.title, title: test.title, state: test.state,
            started_at: test.started_at, ended_at: test.ended_at, ended_words: test.ended_words, hours: hours,
            lot_id: test.lot_id, lot: test.lot&.name, reference_lot_id: test.reference_lot_id,
            person: test.person.name }
        end
        private_class_method :head

        def agreed(test, setup)
          { terms: test.told(:terms), units: setup.units.transform_values(&:symbol), schedule: test.told(:schedule),
            programme: test.told(:programme), address: test.address, version: test.version }
        end
        private_class_method :agreed

        def due(test, setup, hours)
          found = Due.new(test, setup, hours).call
          found[:place] ? { **found, words: due_words(found) } : found
        end
        private_class_method :due

        def due_words(found)
          return "at #{Core::LongTest::Say.grouped(found[:place].round)} cycles" if found[:counts]

          "after #{Core::LongTest::Say.duration(found[:place])}"
        end
        private_class_method :due_words

        # @return [Hash] of plain values
        def plain(answer)
          { headline: answer.headline, tone: answer.tone, verdict: answer.verdict,
            lines: answer.lines.map(&:to_h),
            stations: answer.stations.map { |s| { **s.to_h, lines: s.lines.map(&:to_h) } } }
        end

        def stations(test, setup)
          ended = setup.stations.to_h { |s| [s.id, s.ended] }
          test.stations.map do |row|
            { id: row.id, name: row.name, terms: row.told(:terms), ended: ended[row.id],
              events: row.events.map { |e| event(e) }, readings: readings(row), read_count: row.readings.size }
          end
        end
        private_class_method :stations

        # The newest first; a logger's thousands are in the export.
        def readings(row)
          row.readings.last(MOST_READINGS).reverse.map do |r|
            { id: r.id, at: r.at, hours: r.hours, count: r.count, read: r.told, note: r.note, source: r.source }
          end
        end
        private_class_method :readings

        def event(row) = row.values.slice(:id, :at, :hours, :count, :word, :note)
        private_class_method :event
      end
    end
  end
end
