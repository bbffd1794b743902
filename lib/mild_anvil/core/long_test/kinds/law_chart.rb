# frozen_string_literal: true

module MildAnvil
  module Core
    module LongTest
      module Kinds
        # What was read against the logarithm of time, with the law it follows drawn to the shop's years.
        module LawChart
          CURVE_POINTS = 48

          def chart
            last = stations.filter_map { |station| years(station) }.max
            Chart.new(x: "log_hours", x_name: "time under load", y_name: measured, unit: say.unit(key).symbol,
                      series: stations.map { |station| series(station) }, limits: allowed_line,
                      marks: stations.flat_map do |s|
                        marks_of(s)
                      end, places: last ? [horizon_place(last * Say::YEAR)] : [])
          end

          private

          def allowed_line = terms[:limit] ? [{ y: say.value(key, terms[:limit]), name: "allowed" }] : []
          def horizon_place(hours) = { x: hours, name: Say.duration(hours) }

          # No line leads on from what has left its law.
          def series(station)
            rows = course(station)
            points = rows.map { |r| [r.hours, say.value(key, r[key]), "read"] }
            forecast = rows.empty? ? nil : forecast(station, rows)
            leads = forecast.is_a?(Endurance::Forecast) && runaway(rows).nil?
            { id: station.id, name: station.name, points: points,
              curve: leads ? curve(forecast, years(station) * Say::YEAR) : [] }
          end

          def curve(forecast, last)
            first = forecast.times.first
            (0..CURVE_POINTS).map do |i|
              hours = first * ((last / first)**(i.to_f / CURVE_POINTS))
              point = forecast.extrapolated(hours)
              [hours, *[point.value, point.low, point.high].map { |v| say.value(key, v) }]
            end
          end
        end
      end
    end
  end
end
