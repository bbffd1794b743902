# frozen_string_literal: true

module MildAnvil
  module Core
    module LongTest
      module Kinds
        # A carriage that runs to and fro, a sheave that turns: what comes out of what goes in, and what wears.
        class Moving < Kind
          describe "endurance", "Moving endurance", "Does its efficiency fall, and what wears?", along: :count
          careful "Moving parts draw hands in: guard shut, stop it before a hand goes near."
          reads :into, "Force in", needed: true, above_zero: true, **FORCE
          reads :out, "Force out", needed: true, **FORCE
          reads :wear, "Wear", **TRAVEL
          reads :temperature, "Temperature", **WARM
          term :least, "Least efficiency", **SHARE
          term :wear_limit, "Wear allowed", **TRAVEL
          term :count, "Cycles in all", default: "10000", **COUNT
          read_at [100, 100], [400, 500], [500, 1000], [1000, 10_000]

          def answer
            found = tell_all
            overall(found)
          end

          def chart
            series = stations.map do |s|
              points = s.with(:into, :out).select do |r|
                r.count && r[:into].positive?
              end.map { |r| [r.count, 100 * r[:out] / r[:into], "read"] }
              { id: s.id, name: s.name, points: points, curve: [] }
            end
            Chart.new(x: "count", x_name: "cycles", y_name: "efficiency", unit: "%", series: series,
                      limits: terms[:least] ? [{ y: 100 * terms[:least], name: "allowed" }] : [], marks: [], places: [])
          end

          private

          def tell(station)
            rows = station.with(:into, :out).select(&:count).sort_by(&:count)
            return told(station, "nothing read yet", "ok") if rows.empty?

            course = Endurance::EfficiencyCourse.new(rows.map(&:count), rows.map { |r| r[:into] }, rows.map do |r|
              r[:out]
            end)
            lines = [beyond_one(course), trend(course), least(rows, course), wear(station)].compact
            tone = Tones.worst([*lines.map(&:tone), *("alarm" if station.failed?)])
            told(station, "#{Say.percent(course.shares.last)} % after #{Say.grouped(rows.last.count)} cycles", tone,
                 lines)
          end

          def beyond_one(course)
            count = course.shares.count { |s| s > 1 }
            return if count.zero?

            line("beyond", "More comes out than goes in, #{count} times: are the two cells the right way round?",
                 "alarm")
          end

          def trend(course)
            found = course.trend or return
            change = ->(share, way) { "#{'+' if share.positive?}#{Say.percent(share, digits: 2, way: way)}" }
            said = "#{change.call(found[:per_thousand], :round)} points a thousand cycles, with 95 % between " \
                   "#{change.call(found[:low], :down)} and #{change.call(found[:high], :up)}"
            return line("trend", "It falls: #{said}.", "look") if found[:high].negative?

            line("trend", found[:low].positive? ? "It rises: #{said}." : "Whether it changes cannot be told: #{said}.")
          end

          def least(rows, course)
            limit = terms[:least] or return
            found = Endurance::Crossing.find(rows.map(&:count), course.shares, limit, way: :down)
            return line("least", "Never below the #{Say.percent(limit)} % allowed.") if found.nil?

            line("least", "It fell below #{Say.percent(limit)} % #{Say.between(found.after, found.by, 'cycles')}.",
                 "alarm")
          end

          def wear(station)
            rows = station.with(:wear).select(&:count)
            return if rows.empty?

            limit = terms[:wear_limit]
            found = limit && Endurance::Crossing.find(rows.map(&:count), rows.map { |r| r[:wear] }, limit)
            if found.nil?
              return line("wear",
                          "Wear #{say.figure(:wear, rows.last[:wear],
                                             way: :up)} after #{Say.grouped(rows.last.count)} cycles.")
            end

            line("wear", "Wear passed #{say.agreed(:wear, limit)} #{Say.between(found.after, found.by, 'cycles')}.",
                 "alarm")
          end
        end
      end
    end
  end
end
