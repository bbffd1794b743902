# frozen_string_literal: true

module MildAnvil
  module Core
    module LongTest
      module Kinds
        # A load that stays on for months, at a temperature: how far has it gone, and how far will it have gone when the
        # shop's years are over?
        class Sustained < Kind
          include LawChart

          describe "sustained", "Sustained load", "How far it has crept when its years are over", along: :hours
          careful "Stand clear of the line of load; nobody under it; hot parts and oven fumes."
          reads :travel, "Travel", needed: true, signed: true, **TRAVEL
          reads :load, "Load", **FORCE
          reads :temperature, "Temperature", **WARM
          term :years, "Years, normal", default: "50", source: "(v)", **YEARS
          term :hot_years, "Years, hottest", default: "10", source: "(v)", **YEARS
          term :hot_from, "Hottest from", default: "40", **WARM.slice(:quantity, :units)
          term :limit, "Travel allowed then", **TRAVEL
          term :load_off, "Load may fall by", default: "5", **SHARE
          station_term :load, "Load", **FORCE
          station_term :temperature, "Temperature", **WARM.slice(:quantity, :units)
          read_at [1 / 60.0, 2 / 60.0], [3 / 60.0, 5 / 60.0], [5 / 60.0, 10 / 60.0], [20 / 60.0, 0.5], [0.5, 1.0],
                  [1.0, 2.0], [3.0, 5.0], [5.0, 10.0], [14.0, 24.0], [24.0, 336.0], [168.0, 2184.0]

          # Travel beyond what is foretold; less of it is no harm.
          HARM = :up
          MOST_FITTED = 160
          USUAL_YEARS = 50.0

          def answer
            overall(tell_all, lines: limits)
          end

          private

          def key = :travel
          def measured = "travel"

          def tell(station)
            rows = course(station)
            return told(station, "nothing read yet", "ok") if rows.empty?

            forecast = forecast(station, rows)
            away = runaway(rows)
            lines = [*(away ? [left(away)] : foretold(station, forecast)), interrupted(station),
                     load_kept(station)].compact
            told(station, *headline(station, rows, forecast, lines, away), lines)
          end

          # The reading at the moment the load came on has no logarithm, and no law asks for it.
          def course(station) = station.with(key).select { |r| r.hours.positive? }.uniq(&:hours)

          # A logger reads far more often than a law needs: so many of each decade, the last one among them.
          # @return [Endurance::Forecast, InsufficientData]
          def forecast(station, rows)
            (@forecasts ||= {})[station] ||= begin
              rows = Endurance::Spread.over_log(rows, MOST_FITTED, &:hours)
              Endurance::Forecast.new(rows.map(&:hours), rows.map { |r| r[key] })
            rescue InsufficientData => e
              e
            end
          end

          def foretold(station, forecast)
            [horizon(station, forecast), testing_on(station, forecast), laws(forecast), following(forecast)]
          end

          # What has left its law leads nowhere that could be told.
          def left(away)
            line("away", "It left its law after #{Say.duration(away.since)}: #{figure(away.value)} where " \
                         "#{figure(away.low)} to " \
                         "#{figure(away.high)} was foretold. Nothing is said of later.", "alarm")
          end

          def headline(station, rows, forecast, lines, away)
            now = "#{say.figure(key, rows.last[key])} after #{Say.duration(rows.last.hours)}"
            if station.failed?
              return ["#{station.ended[:word].tr('_', ' ')} after #{Say.duration(station.ended[:hours])}",
                      "alarm"]
            end

            return ["#{now}, running away from its law", "alarm"] if away
            return [now, Tones.worst(lines.map(&:tone))] unless forecast.is_a?(Endurance::Forecast)

            ["#{now}; #{forecast.slowing? ? 'slowing' : 'not slowing'}",
             Tones.worst([*lines.map(&:tone), forecast.slowing? ? "ok" : "look"])]
          end

          def runaway(rows)
            found = Endurance::Runaway.find(rows.map(&:hours), rows.map { |r| r[key] })
            found if found&.away == self.class::HARM
          end

          # Nobody agreed on a time: the usual one, so that there is an answer.
          def years(station)
            warm = station.terms[:temperature]
            hot = warm && terms[:hot_from] && warm >= terms[:hot_from]
            (hot && terms[:hot_years]) || terms[:years] || USUAL_YEARS
          end

          def horizon(station, forecast)
            unless forecast.is_a?(Endurance::Forecast)
              return line("law", "#{forecast.message.sub(/\A./, &:upcase)}.", "look")
            end

            point = forecast.extrapolated(years(station) * Say::YEAR)
            text = "In #{Say.duration(point.hours)} it will have come to #{figure(point.value)}, with 95 % between " \
                   "#{figure(point.low, :down)} and #{figure(point.high, :up)}#{allowed(point)}."
            far = " That is #{Say.grouped(point.far.round)} times as long as it was tested: beyond ten times " \
                  "only the " \
                  "law says so."
            line("horizon", point.far? ? text + far : text, tone_at(point))
          end

          def figure(value, way = :nearest) = say.figure(key, value, way: way)

          def allowed(point)
            limit = terms[:limit] or return ""
            case tone_at(point)
            when "ok" then ": within the #{say.agreed(key, limit)} allowed"
            when "alarm" then ": beyond the #{say.agreed(key, limit)} allowed"
            else ": whether it keeps to #{say.agreed(key, limit)} cannot be told yet"
            end
          end

          def tone_at(point)
            limit = terms[:limit] or return "ok"
            return "ok" if point.high <= limit

            point.low > limit ? "alarm" : "look"
          end

          def testing_on(station, forecast)
            return unless forecast.is_a?(Endurance::Forecast)

            ways = forecast.longer(years(station) * Say::YEAR).select { |w| w[:half] }
            return if ways.empty?

            now = forecast.curve_half(years(station) * Say::YEAR)
            said = ways.map { |w| "± #{figure(w[:half], :up)} after #{Say.duration(w[:hours])}" }
            line("longer", "By the #{LAWS.fetch(forecast.law)} alone ± #{figure(now, :up)} now; tested longer " \
                           "#{said.join(', ')}.")
          end

          LAWS = { power: "power law d0 + a·t^b", log: "line over log time A + B·log t" }.freeze

          def laws(forecast)
            return unless forecast.is_a?(Endurance::Forecast)

            both = forecast.possible.size > 1
            line("laws", both ? "The readings do not tell the power law from the line over log time: the limits hold " \
              "both." : "It follows the #{LAWS.fetch(forecast.law)}#{constants(forecast)}.")
          end

          def constants(forecast)
            fit = forecast.fit
            return ", #{figure(fit.per_decade)} a decade" if forecast.law == :log

            format(", b = %.3f", fit.exponent)
          end

          def following(forecast)
            return unless forecast.is_a?(Endurance::Forecast) && forecast.dependent?

            line("dependent", "Each reading follows the one before (lag one " \
                              "#{format('%.2f', forecast.lag_one)}): the " \
                              "limits are narrower than the truth.", "look")
          end

          def interrupted(station)
            off = station.marks.select { |mark| mark[:word] == "interrupted" }
            return if off.empty?

            times = off.size == 1 ? "once" : "#{off.size} times"
            note = off.last[:note].to_s
            line("interrupted", "Interrupted #{times}, last after #{Say.duration(off.last[:hours])}" \
                                "#{": #{note}" unless note.empty?}.", "look")
          end

          def load_kept(station)
            wanted = station.terms[:load]
            share = terms[:load_off]
            low = station.with(:load).select { |r| wanted && share && r[:load] < wanted * (1 - share) }
            return if low.empty?

            line("load", "The load fell to #{say.figure(:load, low.map { |r| r[:load] }.min, way: :down)}, more than " \
                         "#{Say.percent(share, digits: 0)} % below #{say.agreed(:load, wanted)}: tighten it " \
                         "again, and say so.",
                 "look")
          end

          def limits
            years = terms[:years]
            return [] unless years && terms[:limit]

            hot = terms[:hot_years]
            hottest = hot ? ", and after #{Say.duration(hot * Say::YEAR)} at the hottest" : ""
            [line("limit", "Allowed: #{say.agreed(key, terms[:limit])} after #{Say.duration(years * Say::YEAR)}" \
                           "#{hottest} (v).")]
          end
        end
      end
    end
  end
end
