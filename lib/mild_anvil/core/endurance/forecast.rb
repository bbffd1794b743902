# frozen_string_literal: true

module MildAnvil
  module Core
    module Endurance
      # Where a long test goes after its last reading: by the law that fits its readings, with an interval, and by the
      # other law too where the readings cannot tell the two apart.
      class Forecast
        APART = 10.0 # difference of AIC from which one law has nothing left to say
        FAR = 10.0 # times the tested time: beyond that only the law speaks
        LONGER = [2, 5, 10].freeze
        FEWEST = 4

        # value, low, high: displacement at hours; laws: those whose limits are in it; far: how many times the tested
        # time
        Point = Struct.new(:hours, :value, :low, :high, :laws, :far, keyword_init: true) do
          def half = (high - low) / 2
          def far? = far > FAR
        end

        attr_reader :times, :values, :law

        # @param times [Array<Float>] shape (n,), hours, above zero and rising
        # @param values [Array<Float>] shape (n,)
        # @raise [InsufficientData] with fewer than four readings, or where neither law can be fitted
        # Source: Findley, Lai and Onaran 1976, chapter 2; Burnham and Anderson, Model Selection and Multimodel
        # Inference, 2nd edition 2002, section 2.4 (AICc)
        def initialize(times, values, confidence: 0.95)
          @times = times
          @values = values
          @confidence = confidence
          if times.size < FEWEST
            raise InsufficientData.new("a law needs at least #{FEWEST} readings after the load was on, " \
                                       "there #{times.size == 1 ? 'is 1' : "are #{times.size}"}", readings: times.size)
          end

          @fits = { power: fitted { PowerCreep.new(times, values) }, log: fitted do
            LogCreep.new(times, values)
          end }.compact
          if @fits.empty? || values.uniq.size == 1
            raise InsufficientData,
                  "no law follows these readings: #{@fits.empty? ? 'none fits' : 'they are all alike'}"
          end

          @law = @fits.keys.min_by { |name| criterion(name) }
        end

        def fit(name = law) = @fits.fetch(name)

        # Few readings choose the simpler law, and rule the other one out only by how badly it fits.
        # @return [Array<Symbol>] laws that these readings do not rule out, the chosen one first
        def possible
          best = @fits.keys.map { |name| misfit(name) }.min
          @fits.keys.select { |name| name == law || misfit(name) - best < APART }.sort_by { |name| criterion(name) }
        end

        def at(hours) = curve(law, hours)[:value]

        # @return [Point]
        def extrapolated(hours)
          found = possible.map { |name| curve(name, hours) }
          Point.new(hours: hours, value: found.first[:value], low: found.map { |f| f[:low] }.min,
                    high: found.map { |f| f[:high] }.max, laws: possible, far: hours / times.last)
        end

        # @return [Boolean] whether its rate falls for good, upwards or downwards: a line over the logarithm of time
        #   always does, a power below one does
        def slowing? = law == :log || fit.exponent < 1

        # What testing on would make of the width at a horizon, if the law holds and the readings scatter as they did.
        # @return [Array<Hash>] times:, hours:, half: (nil where the law gives none)
        def longer(hours)
          return [] if residual_deviation.zero?

          LONGER.map { |k| { times: k, hours: times.last * k, half: half_after(k, hours) } }
        end

        # Half the width of the limits by the law alone.
        def curve_half(hours) = curve(law, hours).then { |c| (c[:high] - c[:low]) / 2 }

        def residual_deviation = law == :log ? fit.fit.residual_deviation : fit.residual_deviation

        # Readings of one piece follow each other: what one is too high, the next is too.
        # @return [Float] of the residuals, first lag
        def lag_one
          residuals = times.zip(values).map { |t, v| v - at(t) }
          squares = residuals.sum { |r| r * r }
          squares.zero? ? 0.0 : residuals.each_cons(2).sum { |a, b| a * b } / squares
        end

        # @return [Boolean]
        # Source: Box and Jenkins, Time Series Analysis, 1976: two standard errors of a correlation of nothing
        def dependent? = lag_one > 2 / Math.sqrt(times.size)

        # Limits for one more reading at a time.
        # @return [Array(Float, Float)]
        def prediction(hours, confidence: @confidence)
          if law == :log
            found = fit.extrapolated(hours, confidence: confidence)
            return found.values_at(:prediction_low, :prediction_high)
          end
          found = fit.extrapolated(hours, confidence: confidence)
          reach = Statistics::StudentT.quantile((1 + confidence) / 2, fit.dof) *
                  Math.hypot(found[:standard_error], fit.residual_deviation)
          [found[:value] - reach, found[:value] + reach]
        end

        private

        # A law without limits, as of readings that are all alike, leads nowhere.
        def fitted
          yield.tap { |fit| fit.extrapolated(times.last, confidence: @confidence) }
        rescue InsufficientData, InvalidInput
          nil
        end

        def curve(name, hours) = fit(name).extrapolated(hours, confidence: @confidence)
        def unknowns(name) = name == :log ? 2 : 3

        # Akaike's criterion, and its form for few readings.
        def misfit(name)
          n = times.size
          least = n * ((1.0e-9 * (values.map(&:abs).max || 1))**2)
          (n * Math.log([fit(name).rss, least, Float::MIN].max / n)) + (2 * (unknowns(name) + 1))
        end

        def criterion(name)
          n = times.size
          p = unknowns(name) + 1
          misfit(name) + (n > p + 1 ? 2.0 * p * (p + 1) / (n - p - 1) : 1.0e6 * p)
        end

        def half_after(times_longer, hours)
          rows = (times + added(times_longer)).map { |t| gradient(t) }
          dof = rows.size - rows.first.size
          covariance = LinearSystem.covariance(rows)
          row = gradient(hours)
          variance = row.each_index.sum { |i| row.each_index.sum { |j| row[i] * covariance[i][j] * row[j] } }
          Statistics::StudentT.quantile((1 + @confidence) / 2, dof) * residual_deviation * Math.sqrt(variance)
        rescue InvalidInput
          nil
        end

        # As many readings a decade as there were.
        def added(times_longer)
          per_decade = times.size / [Math.log10(times.last / times.first), 0.3].max
          count = [(per_decade * Math.log10(times_longer)).round, 1].max
          (1..count).map { |i| times.last * (times_longer**(i.to_f / count)) }
        end

        def gradient(time)
          return [1.0, Math.log10(time)] if law == :log

          power = time**fit.exponent
          [1.0, power, fit.coefficient * power * Math.log(time)]
        end
      end
    end
  end
end
