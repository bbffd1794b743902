# frozen_string_literal: true

module MildAnvil
  module Core
    module LongTest
      module Kinds
        # Cycles to failure at one load or several; a piece that is stopped whole is a run-out, "at least" its cycles.
        class Fatigue < Kind
          describe "fatigue", "Fatigue and wear", "How many cycles it stands, at which load", along: :count
          careful "It lets go without notice: guard shut, nobody in line with the load."
          reads :wear, "Wear", **TRAVEL
          reads :temperature, "Temperature", **WARM
          term :count, "Stopped whole at", **COUNT
          term :wanted_load, "Life asked for at", **FORCE
          term :wanted, "Cycles asked for", **COUNT
          term :wear_limit, "Wear allowed", **TRAVEL
          station_term :load, "Load amplitude", **FORCE
          read_at [10_000, 50_000], [50_000, 200_000], [200_000, 2_000_000]

          ROUNDED = 3

          def answer
            found = tell_all
            overall(found, lines: [life, asked, *levels].compact, headline: headline(found))
          end

          def chart
            points = pieces.map { |p| [p.cycles, say.value(:load, p.load), p.failed ? "break" : "at_least"] }
            Chart.new(x: "log_count", x_name: "cycles", y_name: "load amplitude", unit: say.unit(:load).symbol,
                      series: [{ id: 0, name: setup.title, points: points, curve: [] }, *line_of_life],
                      limits: terms[:wanted_load] ? [{ y: say.value(:load, terms[:wanted_load]), name: "asked" }] : [],
                      marks: [], places: terms[:wanted] ? [{ x: terms[:wanted], name: "asked" }] : [])
          end

          private

          def tell(station)
            counted = count(station)
            return told(station, "not begun", "ok") if counted.nil?

            lines = [wear(station)].compact
            said = case station.ended&.fetch(:word)
                   when "failed" then "failed at #{Say.grouped(counted)} cycles"
                   when "run_out" then "run-out: at least #{Say.grouped(counted)} cycles"
                   when "stopped" then "stopped whole at #{Say.grouped(counted)} cycles"
                   else "#{Say.grouped(counted)} cycles so far"
                   end
            told(station, said, Tones.worst(lines.map(&:tone)), lines)
          end

          # Of the end, where it says so; else as last read.
          def count(station) = station.ended&.fetch(:count) || station.readings.filter_map(&:count).max

          def headline(found)
            failed = stations.count(&:failed?)
            run_outs = stations.count { |s| s.ended && !s.failed? }
            running = found.size - failed - run_outs
            "#{failed} failed, #{run_outs} run out, #{running} running"
          end

          def wear(station)
            limit = terms[:wear_limit] or return
            rows = station.with(:wear).select(&:count)
            found = Endurance::Crossing.find(rows.map(&:count), rows.map { |r| r[:wear] }, limit) or return

            line("wear", "Wear passed #{say.agreed(:wear, limit)} #{Say.between(found.after, found.by, 'cycles')}.",
                 "alarm")
          end

          def pieces
            @pieces ||= stations.filter_map do |station|
              counted = count(station)
              next if counted.nil? || !counted.positive? || !station.terms[:load].to_f.positive?

              Endurance::Life::Piece.new(load: station.terms[:load], cycles: counted, failed: station.failed?)
            end
          end

          def fit
            return @fit if defined?(@fit)

            @fit = pieces.empty? ? nil : Endurance::Life.new(pieces)
          rescue InsufficientData => e
            @refused = e.message
            @fit = nil
          end

          def life
            return @refused && line("life", "#{@refused.sub(/\A./, &:upcase)}.") if fit.nil?

            low, high = fit.slope_interval
            line("life", format("A tenth more load takes %s %% of the life (slope %s, 95 %% between %s and %s); " \
                                "run-outs count " \
                                "as at least.", Say.percent(1 - (1.1**fit.slope), digits: 0), *[fit.slope, low,
                                                                                                high].map do |v|
                                                                                                signed(v)
                                                                                              end))
          end

          def signed(value) = format("%.1f", value).sub("-", "−")

          def asked
            load = terms[:wanted_load]
            return if fit.nil? || load.nil?

            bound = fit.outlived(load)
            middle = fit.at(load)
            text = "At #{say.agreed(:load, load)} half of them stand #{cycles(middle[:median])} cycles (95 % between " \
                   "#{cycles(middle[:low], :floor)} and #{cycles(middle[:high], :ceil)}); 95 of 100 stand more than " \
                   "#{cycles(bound, :floor)} with 95 %#{wanted(bound)}."
            unless fit.tested?(load)
              text += " No piece was run at so #{load < fit.loads.first ? 'low' : 'high'} a load: only the line " \
                      "says so."
            end
            line("asked", text, terms[:wanted] && bound < terms[:wanted] ? "look" : "ok")
          end

          def wanted(bound)
            if terms[:wanted]
              ": #{bound >= terms[:wanted] ? 'more' : 'not surely more'} than the " \
                "#{Say.grouped(terms[:wanted].round)} asked for"
            else
              ""
            end
          end

          # No rounding of ours may add a digit that a life does not have.
          def cycles(value, way = :round)
            step = 10.0**[Math.log10(value).floor - ROUNDED + 1, 0].max
            Say.grouped(((value / step).public_send(way) * step).round)
          end

          def levels
            stations.select { |s| s.terms[:load] }.group_by { |s| s.terms[:load] }.sort.map do |load, group|
              ended = group.select { |s| count(s) }
              said = ended.map { |s| "#{'≥ ' unless s.failed?}#{Say.grouped(count(s))}" }
              line("level", "#{say.agreed(:load, load)}: #{said.empty? ? 'nothing yet' : said.join(', ')}")
            end
          end

          # Across: life at a load, with its limits lying along the cycles.
          def line_of_life
            return [] if fit.nil?

            low, high = fit.loads.values_at(0, -1)
            low = [low, terms[:wanted_load]].compact.min
            rows = (0..24).map do |i|
              load = high * ((low / high)**(i / 24.0))
              [load, fit.at(load)[:median], fit.outlived(load)]
            end
            [["half of them", 1], ["95 of 100, with 95 %", 2]].map do |name, at|
              { id: -at, name: name, points: [], curve: rows.map do |row|
                [row[at], *([say.value(:load, row[0])] * 3)]
              end }
            end
          end
        end
      end
    end
  end
end
