# frozen_string_literal: true

module MildAnvil
  module Core
    module LongTest
      module Kinds
        # A crack that opens and closes under a loaded anchor, a thousand times, or in seismic steps: how far does it
        # come out?
        class CrackCycling < Kind
          describe "crack_cycling", "Crack cycling", "How far it has come out after so many openings of the crack",
                   along: :count
          careful "The anchor may let go: nobody before it, nobody under it."
          reads :travel, "Displacement", needed: true, signed: true, **TRAVEL
          reads :crack, "Crack width", **TRAVEL
          reads :load, "Load", **FORCE
          term :early_count, "Looked at first after", default: "20", source: "(v)", **COUNT
          term :early_limit, "Displacement allowed then", default: "2", source: "(v)", **TRAVEL
          term :count, "Cycles in all", default: "1000", source: "(v)", **COUNT
          term :limit, "Displacement allowed then", default: "3", source: "(v)", **TRAVEL
          station_term :load, "Load", **FORCE
          station_term :crack, "Crack opens to", **TRAVEL
          read_at [1, 2], [3, 5], [5, 10], [10, 20], [30, 50], [50, 100], [100, 200], [300, 500], [500, 1000]

          CONFIDENCE = 0.95

          def answer
            found = tell_all
            overall(found, lines: [agreed])
          end

          def chart
            Chart.new(x: "log_count", x_name: "cycles", y_name: "displacement", unit: say.unit(:travel).symbol,
                      series: stations.map do |s|
                        { id: s.id, name: s.name, curve: [],
                          points: course(s).select do |r|
                            r.count.positive?
                          end.map { |r| [r.count, say.value(:travel, r[:travel]), "read"] } }
                      end,
                      limits: checks.map do |count, limit|
                        { x: count, y: say.value(:travel, limit), name: "after #{Say.grouped(count.round)}" }
                      end,
                      marks: [], places: [])
          end

          private

          def tell(station)
            rows = course(station)
            return told(station, "nothing read yet", "ok") if rows.empty?

            lines = [*checks.map do |count, limit|
              reached(rows, count, limit)
            end, foretold(station, rows), widths(station)].compact
            tone = Tones.worst([*lines.map(&:tone), *("alarm" if station.failed?)])
            now = "#{figure(rows.last[:travel])} after #{Say.grouped(rows.last.count)} cycles"
            told(station, [*("failed" if station.failed?), now, *ending(lines)].join(", "), tone, lines)
          end

          def ending(lines)
            stop = lines.find { |l| l.key == "stop" && l.tone == "alarm" }
            return [stop.text.include?("already") ? "beyond its limit" : "it will fail"] if stop

            lines.any? { |l| l.tone == "alarm" } ? ["beyond its limit"] : []
          end

          def course(station) = station.with(:travel).select(&:count).sort_by { |r| [r.count, r.hours] }
          def figure(value, way = :nearest) = say.figure(:travel, value, way: way)

          def checks
            [[terms[:early_count], terms[:early_limit]], [terms[:count], terms[:limit]]].select { |c, l| c && l }
          end

          # At the agreed count: read there; or bounded by its neighbours, since it does not go back in.
          def reached(rows, count, limit)
            found = Endurance::Crossing.at(rows.map(&:count), rows.map { |r| r[:travel] }, count)
            at = "after #{Say.grouped(count.round)} cycles"
            if found[:value]
              return verdict("at_#{count.round}", found[:value] <= limit, figure(found[:value], :up), at,
                             limit)
            end
            return if found[:high].nil? && (found[:low].nil? || found[:low] <= limit)
            return verdict("at_#{count.round}", false, "more than #{figure(found[:low], :down)}", at, limit) if beyond?(
              found, limit
            )
            if found[:high] <= limit
              return verdict("at_#{count.round}", true, "at most #{figure(found[:high], :up)}", at,
                             limit)
            end

            line("at_#{count.round}", "Nobody read #{at}: before it " \
                                      "#{found[:low] ? figure(found[:low]) : 'nothing'}, " \
                                      "past it #{figure(found[:high])}. Whether it kept to " \
                                      "#{say.agreed(:travel, limit)} is not known.", "look")
          end

          def beyond?(found, limit) = found[:low] && found[:low] > limit

          def verdict(key, kept, value, at, limit)
            line(key,
                 "#{value.sub(/\A./, &:upcase)} #{at}: #{kept ? 'within' : 'beyond'} the " \
                 "#{say.agreed(:travel, limit)} allowed.", kept ? "ok" : "alarm")
          end

          # Early stop: what it has already is past the last limit, or its course will be.
          def foretold(station, rows)
            count, limit = terms.values_at(:count, :limit)
            return if station.ended || count.nil? || limit.nil? || rows.last.count >= count

            if rows.last[:travel] > limit
              return line("stop", "It is beyond the last limit already: it fails, and may be stopped.", "alarm")
            end

            point = expected(rows, count) or return
            range = "#{figure(point[:low],
                              :down)} to #{figure(point[:high], :up)} after #{Say.grouped(count.round)} cycles"
            if point[:low] > limit
              line("stop", "It will fail: its course leads to #{range}. It may be stopped.", "alarm")
            elsif point[:high] <= limit then line("stop",
                                                  "Its course leads to #{range}: within #{say.agreed(:travel, limit)}.")
            else
              line("stop", "Its course leads to #{range}: not settled yet.", "look")
            end
          end

          def expected(rows, count)
            usable = rows.select { |r| r.count.positive? }.uniq(&:count)
            forecast = Endurance::Forecast.new(usable.map { |r| r.count.to_f }, usable.map do |r|
              r[:travel]
            end, confidence: CONFIDENCE)
            point = forecast.extrapolated(count)
            { low: point.low, high: point.high }
          rescue InsufficientData
            nil
          end

          # What the crack did is part of the test.
          def widths(station)
            wanted = station.terms[:crack]
            short = wanted ? station.with(:crack).select { |r| r[:crack] < wanted } : []
            return if short.empty?

            line("crack", "The crack opened less than #{say.agreed(:crack, wanted)} in #{short.size} of " \
                          "#{station.with(:crack).size} readings, least #{say.figure(:crack, short.map do |r|
                            r[:crack]
                          end.min, way: :down)}.", "look")
          end

          def agreed
            said = checks.map { |count, limit| "#{say.agreed(:travel, limit)} after #{Say.grouped(count.round)}" }
            line("agreed", "Allowed: #{said.join(', ')} cycles (v).")
          end
        end
      end
    end
  end
end
