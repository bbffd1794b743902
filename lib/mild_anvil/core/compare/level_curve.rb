# frozen_string_literal: true

module MildAnvil
  module Core
    module Compare
      # Strength against an ordered level, such as rows of stitching or depth: a fitted curve with limits for one more
      # piece.
      #
      # Nothing is promised beyond the tested range; a prediction there says so.
      class LevelCurve
        Prediction = Struct.new(:level, :fit, :low, :high, :beyond, keyword_init: true)
        FEWEST = 3
        STEPS = 60
        LAST_STEP = 1.0e-9 # of a parameter: the error after it is smaller by as much again

        attr_reader :parameters, :rss, :dof

        # @param levels [Array<Float>] shape (n,), n >= 3
        # @param strengths [Array<Float>] shape (n,)
        # @raise [InsufficientData]
        def initialize(levels, strengths)
          levels, strengths = Statistics::Checks.pairs(levels, strengths)
          if levels.size < FEWEST || levels.uniq.size < 2
            raise InsufficientData.new("a curve needs at least #{FEWEST} values at two levels",
                                       values: levels.size)
          end

          @levels = levels
          @strengths = strengths
          @dof = levels.size - 2
          gather
          fit
        end

        def residual_deviation = Math.sqrt(rss / dof)

        # @return [Array<Float>] of the parameters
        def standard_errors
          @covariance.each_index.map { |i| residual_deviation * Math.sqrt(@covariance[i][i]) }
        end

        # @return [Prediction] limits for one more piece
        def predict(level, confidence: 0.95)
          row = gradient(level)
          variance = row.each_index.sum { |i| row.each_index.sum { |j| row[i] * @covariance[i][j] * row[j] } }
          reach = Group.two_sided(confidence, dof) * residual_deviation * Math.sqrt(1 + variance)
          value = at(level)
          Prediction.new(level: level, fit: value, low: value - reach, high: value + reach,
                         beyond: !level.between?(*@levels.minmax))
        end

        # @return [Float] gain from one level more
        def increment(level) = at(level + 1) - at(level)

        private

        # Values of one level stand at one place: their mean, as often as there are, says all but the scatter within.
        def gather
          groups = @levels.zip(@strengths).group_by(&:first).transform_values { |pairs| pairs.map(&:last) }
          @places = groups.map { |level, own| [level, own.sum / own.size, own.size] }
          @within = groups.values.sum { |own| Group.squares(own) }
        end

        # Gauss-Newton from a good start; a step that does not help is halved.
        def fit
          @parameters = start
          @rss = sum_of_squares(@parameters)
          STEPS.times do
            step = Statistics::LinearFit.new(rows.transpose, residuals).coefficients
            last = step.zip(@parameters).all? { |s, p| s.abs <= LAST_STEP * p.abs.clamp(1.0e-12, nil) }
            break if !advance(step) || last
          end
          @covariance = Endurance::LinearSystem.covariance(rows)
        end

        def advance(step)
          40.times do
            trial = @parameters.zip(step).map(&:sum)
            rss = allowed?(trial) ? sum_of_squares(trial) : Float::INFINITY
            if rss <= @rss * (1 + 1.0e-15)
              @parameters = trial
              @rss = rss
              return true
            end
            step = step.map { |s| s / 2 }
          end
          false
        end

        def allowed?(trial) = trial.all?(&:finite?)
        def rows = @places.map { |x, _, n| gradient(x).map { |slope| slope * Math.sqrt(n) } }
        def residuals = @places.map { |x, y, n| (y - at(x)) * Math.sqrt(n) }
        def sum_of_squares(parameters) = @within + @places.sum { |x, y, n| n * ((y - value(x, parameters))**2) }

        public

        # @return [Float] strength at a level
        def at(level) = value(level, parameters)
      end
    end
  end
end
