# frozen_string_literal: true

module MildAnvil
  module Core
    module LongTest
      module Kinds
        # Does it hold what was put in: a pressure, a tension, the gas of a floating cell? Start, settled, end, and what
        # weather and depth did in between.
        class Retention < Kind
          describe "retention", "Retention", "How much of what was put in is still there", along: :hours
          careful "Gas under pressure stores energy: prefer liquid; nobody before a plug."
          reads :held, "Held", needed: true, above_zero: true, quantity: "force or pressure",
                               units: [*FORCE[:units], *PRESSURE[:units]]
          reads :pressure, "Air pressure, absolute", quantity: "pressure", units: %w[hPa kPa bar]
          reads :depth, "Depth", quantity: "displacement", units: %w[m ft]
          reads :temperature, "Temperature of the gas", **WARM
          term :settled, "Settled after", default: "1", **HOURS
          term :change, "Change allowed", default: "5", **SHARE
          term :density, "Water", default: "1000", quantity: "density", units: %w[kg/m³]
          term :works_after, "What must still work after", **TEXT
          read_at [0.5, 2.0], [1.0, 8.0]

          def answer
            found = tell_all
            overall(found, lines: [agreed].compact)
          end

          def chart
            series = stations.map do |s|
              rows = begin
                course(s)
              rescue InvalidInput
                s.with(:held).map { |r| [r, r[:held]] }
              end
              { id: s.id, name: s.name, points: rows.map { |r, v| [r.hours, say.value(:held, v), "read"] }, curve: [] }
            end
            Chart.new(x: "hours", x_name: "time", y_name: "held", unit: say.unit(:held).symbol, series: series,
                      limits: [],
                      marks: stations.flat_map { |s| marks_of(s) }, places: [])
          end

          private

          def tell(station)
            rows = course(station)
            return told(station, "nothing read yet", "ok") if rows.empty?

            base = settled(rows)
            lines = [start(rows, base), correction(rows), change(rows, base), inspected(station)].compact
            told(station, now(rows, base), Tones.worst([*lines.map(&:tone), *("alarm" if station.failed?)]), lines)
          rescue InvalidInput => e
            told(station, "cannot be corrected", "alarm", [line("correction", e.message.sub(/\A./, &:upcase), "alarm")])
          end

          # @return [Array(Reading, Float)] each with what it comes to under the conditions of the first
          def course(station)
            rows = station.with(:held)
            first = rows.first && conditions(rows.first)
            rows.map do |row|
              own = conditions(row)
              value = if first && own
                        Endurance::Buoyancy.to_first(row[:held], now: own, first: first,
                                                                 density: terms[:density] || Endurance::Buoyancy::FRESH)
                      else
                        row[:held]
                      end
              [row, value]
            end
          end

          # Of a force in water; a pressure is what it is.
          def conditions(row)
            return unless say.unit(:held).quantity == "force" && row[:pressure] && row[:temperature]

            Endurance::Buoyancy::Conditions.new(pascal: row[:pressure], metres: row[:depth] || 0.0,
                                                celsius: row[:temperature])
          end

          def settled_hours = (terms[:settled] || 0.0) / 3600
          def settled(rows) = rows.find { |row, _| row.hours >= settled_hours }
          def loss(base, value) = (value - base.last) / base.last

          def now(rows, base)
            return "#{say.figure(:held, rows.last.last)}, still settling" if base.nil?

            "#{change_words(loss(base, rows.last.last))} after #{Say.duration(rows.last.first.hours)}"
          end

          def change_words(share)
            return "nothing lost" if share.zero?

            "#{Say.percent(share.abs)} % #{share.negative? ? 'lost' : 'gained'}"
          end

          def start(rows, base)
            said = "Start #{say.figure(:held, rows.first.last)}"
            said += ", settled #{say.figure(:held, base.last)} after #{Say.duration(base.first.hours)}" if base
            corrected = corrected?(rows) ? ", corrected to the first conditions" : ""
            line("course", "#{said}, last #{say.figure(:held, rows.last.last)}#{corrected}.")
          end

          def corrected?(rows) = rows.any? { |row, value| value != row[:held] }

          def correction(rows)
            return if say.unit(:held).quantity != "force"

            without = rows.count { |row, _| conditions(row).nil? }
            return if without.zero? || (without == rows.size && rows.none? { |row, _| row[:pressure] || row[:depth] })

            line("correction",
                 "#{without} of #{rows.size} readings lack pressure or temperature and are not corrected.", "look")
          end

          def change(rows, base)
            limit = terms[:change]
            return if base.nil? || limit.nil?

            after = rows.select { |row, _| row.hours >= base.first.hours }
            found = Endurance::Crossing.find(after.map { |row, _| row.hours }, after.map do |_, v|
              loss(base, v).abs
            end, limit)
            percent = "#{Say.percent(limit)} %"
            return line("change", "Within the #{percent} of change allowed, at every reading.") if found.nil?

            line("change", "The change passed #{percent} #{Say.between(found.after, found.by)}.", "alarm")
          end

          # That it still works after is part of the test.
          def inspected(station)
            wanted = terms[:works_after].to_s
            return if wanted.empty?

            found = station.marks.reverse.find { |mark| %w[works works_not].include?(mark[:word]) }
            return line("works", "Looked at after: #{wanted} works.#{note(found)}") if found && found[:word] == "works"
            return line("works", "Looked at after: #{wanted} does not work.#{note(found)}", "alarm") if found

            station.ended && line("works", "Nobody has looked yet whether #{wanted} still works.", "look")
          end

          def note(mark) = mark[:note].to_s.empty? ? "" : " #{mark[:note]}"

          def agreed
            terms[:change] && line("agreed", "Counted from the first reading after #{Say.duration(settled_hours)}; " \
                                             "#{Say.percent(terms[:change])} % of change is allowed.")
          end
        end
      end
    end
  end
end
