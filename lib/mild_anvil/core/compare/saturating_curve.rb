# frozen_string_literal: true

module MildAnvil
  module Core
    module Compare
      # strength = plateau · (1 - exp(-rate · level)): more of it helps ever less.
      class SaturatingCurve < LevelCurve
        # @raise [InvalidInput] for a level below 0, besides those of every curve
        def initialize(levels, strengths)
          if levels.any?(&:negative?)
            raise InvalidInput.new("nothing saturates below level 0: leave that level out of this fit",
                                   level: levels.min)
          end

          super
        end

        RATES = (-60..60).map { |i| 10.0**(i / 20.0) }.freeze # over the mean level

        # @return [Float] level at which so much of the plateau is reached
        def level_for(share) = -Math.log(1 - share) / parameters[1]

        private

        # The plateau follows from the rate, which is searched.
        def start
          mean = @places.sum { |x, _, n| n * x } / @levels.size
          rate = Statistics::Minimum.along(RATES.map { |r| r / mean }) { |r| sum_of_squares([plateau(r), r]) }
          [plateau(rate), rate]
        end

        def plateau(rate)
          shape = @places.map { |x, y, n| [1 - Math.exp(-rate * x), y, n] }
          shape.sum { |s, y, n| n * s * y } / shape.sum { |s, _, n| n * s * s }
        end

        def allowed?(trial) = super && trial[1].positive?
        def value(level, (plateau, rate)) = plateau * -Statistics::SmallDifferences.expm1(-rate * level)

        def gradient(level)
          [-Statistics::SmallDifferences.expm1(-parameters[1] * level),
           parameters[0] * level * Math.exp(-parameters[1] * level)]
        end
      end
    end
  end
end
