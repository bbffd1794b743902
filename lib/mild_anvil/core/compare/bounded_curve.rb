# frozen_string_literal: true

module MildAnvil
  module Core
    module Compare
      # Strength against an ordered level when some pieces did not break: a line in the level, or in its logarithm, with
      # "at least" and the like counted as such.
      class BoundedCurve
        SCALES = { line: lambda(&:to_f), logarithm: ->(x) { Math.log(x) } }.freeze

        attr_reader :log_likelihood

        # @param levels [Array<Float>] shape (n,); above zero for a logarithm
        # @param observations [Array<Rating::Observation>] shape (n,)
        # @param scale [Symbol] of SCALES
        # @raise [InsufficientData, InvalidInput]
        def initialize(levels, observations, scale)
          Group.level!(levels.min) if scale == :logarithm
          @turn = SCALES.fetch(scale)
          @range = levels.minmax
          @fit = CensoredRegression.new(observations, [Array.new(levels.size, 1.0), levels.map(&@turn)],
                                        family: :normal)
          @log_likelihood = @fit.log_likelihood
        end

        def at(level) = @fit.at([1.0, @turn.call(level)])
        def increment(level) = at(level + 1) - at(level)

        # @return [LevelCurve::Prediction] limits for one more piece
        def predict(level, confidence: 0.95)
          wide = @fit.breaks.fdiv(@fit.dof)
          error = Math.sqrt(wide * ((@fit.standard_error([1.0, @turn.call(level)])**2) + (@fit.scale**2)))
          reach = Group.two_sided(confidence, @fit.dof) * error
          LevelCurve::Prediction.new(level: level, fit: at(level), low: at(level) - reach, high: at(level) + reach,
                                     beyond: !level.between?(*@range))
        end
      end
    end
  end
end
