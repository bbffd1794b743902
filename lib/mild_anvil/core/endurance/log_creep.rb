# frozen_string_literal: true

module MildAnvil
  module Core
    module Endurance
      # A straight line over the logarithm of time: d = A + B·log10 t; relaxation of a force is the same with B below
      # zero.
      class LogCreep
        FEWEST = 3

        attr_reader :fit

        # @param times [Array<Float>] shape (n,), n >= 3, above zero
        # @param values [Array<Float>] shape (n,)
        # @raise [InsufficientData, InvalidInput]
        # Source: Findley, Lai and Onaran, Creep and Relaxation of Nonlinear Viscoelastic Materials, 1976, chapter 2
        def initialize(times, values)
          times, values = Statistics::Checks.pairs(times, values)
          unless times.all?(&:positive?)
            raise InvalidInput.new(
              "the logarithm of time zero is not defined: leave the reading at time zero out of this fit",
              time: times.min
            )
          end
          if times.size < FEWEST
            raise InsufficientData.new("a line with an interval needs at least #{FEWEST} readings",
                                       readings: times.size)
          end

          @values = values
          @fit = Statistics::LinearFit.new([Array.new(times.size, 1.0), times.map { |t| Math.log10(t) }], values)
        end

        def level = fit.coefficients[0]
        def per_decade = fit.coefficients[1]
        def rss = fit.rss

        # @return [Float] share of the variation that the line explains
        def r_squared
          mean = @values.sum / @values.size
          1 - (rss / @values.sum { |v| (v - mean)**2 })
        end

        # @return [Hash] value:, low:, high: of the line, prediction_low:, prediction_high: of one more reading
        def extrapolated(time, confidence: 0.95)
          row = [1.0, Math.log10(time)]
          value = level + (per_decade * row[1])
          t = (@t ||= {})[confidence] ||= Statistics::StudentT.quantile((1 + confidence) / 2, fit.dof)
          line = t * fit.standard_error(row)
          one = t * fit.residual_deviation * Math.sqrt(1 + fit.leverage(row))
          { value: value, low: value - line, high: value + line, prediction_low: value - one,
            prediction_high: value + one }
        end
      end
    end
  end
end
