# frozen_string_literal: true

module MildAnvil
  module Core
    module LongTest
      module Kinds
        # A length that stays as it is: what is left of the force that was locked off?
        class Relaxation < Sustained
          describe "relaxation", "Relaxation", "What is left of the force that was locked off", along: :hours
          careful "A tensioned piece stores energy: out of its line, guard shut."
          reads :load, "Force", needed: true, **FORCE
          reads :temperature, "Temperature", **WARM
          term :lock_off, "Force at lock-off", **FORCE
          term :years, "Years, normal", default: "50", source: "(v)", **YEARS
          term :hot_years, "Years, hottest", default: "10", source: "(v)", **YEARS
          term :hot_from, "Hottest from", default: "40", **WARM.slice(:quantity, :units)
          term :loss, "Loss allowed then", **SHARE
          station_term :temperature, "Temperature", **WARM.slice(:quantity, :units)
          read_at [1 / 60.0, 2 / 60.0], [3 / 60.0, 5 / 60.0], [5 / 60.0, 10 / 60.0], [20 / 60.0, 0.5], [0.5, 1.0],
                  [1.0, 2.0], [3.0, 5.0], [5.0, 10.0], [14.0, 24.0], [24.0, 336.0], [168.0, 2184.0]

          HARM = :down

          private

          def key = :load
          def measured = "force"
          def load_kept(_station) = nil
          def limits = []

          def headline(station, rows, forecast, lines, away)
            first = terms[:lock_off] || rows.first[:load]
            loss = "#{Say.percent((first - rows.last[:load]) / first)} % lost since lock-off"
            said, tone = super
            ["#{said.sub(/; (not )?slowing\z/, '')}, #{loss}", tone]
          end

          # A force that falls ever more slowly slows, whatever its sign.
          def allowed(point)
            limit = terms[:loss] && lock_off && (lock_off * (1 - terms[:loss])) or return ""
            case tone_at(point)
            when "ok" then ": more than the #{say.agreed(key, limit)} that must be left"
            when "alarm" then ": less than the #{say.agreed(key, limit)} that must be left"
            else ": whether #{say.agreed(key, limit)} will be left cannot be told yet"
            end
          end

          def lock_off = terms[:lock_off]

          def tone_at(point)
            return "ok" unless terms[:loss] && lock_off

            limit = lock_off * (1 - terms[:loss])
            return "ok" if point.low >= limit

            point.high < limit ? "alarm" : "look"
          end
        end
      end
    end
  end
end
