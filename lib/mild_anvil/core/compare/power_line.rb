# frozen_string_literal: true

module MildAnvil
  module Core
    module Compare
      # ln strength on ln level: a straight line whose limits, taken back, are those of the median piece.
      class PowerLine
        # @param levels [Array<Float>] above zero
        # @param strengths [Array<Float>] above zero
        # @raise [InvalidInput, InsufficientData]
        def initialize(levels, strengths)
          levels, strengths = Statistics::Checks.pairs(levels, strengths)
          unless levels.all?(&:positive?)
            raise InvalidInput.new("the logarithm of level 0 is not defined: leave that level out of this fit",
                                   level: levels.min)
          end

          Group.positive!(strengths)
          if levels.size < 3
            raise InsufficientData.new("a line with limits needs at least 3 values",
                                       values: levels.size)
          end

          @levels = levels
          @logs = strengths.map { |y| Math.log(y) }
          @fit = Statistics::LinearFit.new([Array.new(levels.size, 1.0), levels.map { |x| Math.log(x) }], @logs)
        end

        def coefficient = Math.exp(@fit.coefficients[0])
        def exponent = @fit.coefficients[1]
        def exponent_error = @fit.standard_errors[1]
        def residual_deviation = @fit.residual_deviation
        def r_squared = 1 - (@fit.rss / Group.squares(@logs))

        # @return [LevelCurve::Prediction]
        def predict(level, confidence: 0.95)
          Group.level!(level)
          row = [1.0, Math.log(level)]
          value = @fit.coefficients[0] + (exponent * row[1])
          reach = Group.two_sided(confidence, @fit.dof) * residual_deviation * Math.sqrt(1 + @fit.leverage(row))
          LevelCurve::Prediction.new(level: level, fit: Math.exp(value), low: Math.exp(value - reach),
                                     high: Math.exp(value + reach), beyond: !level.between?(*@levels.minmax))
        end
      end
    end
  end
end
