# frozen_string_literal: true

module MildAnvil
  module Core
    module Compare
      # strength = start + gain · level: every level more is worth the same.
      class StraightLine < LevelCurve
        private

        def start
          weights = @places.map { |_, _, n| Math.sqrt(n) }
          columns = [weights, @places.zip(weights).map { |(x, _, _), w| x * w }]
          Statistics::LinearFit.new(columns, @places.zip(weights).map { |(_, y, _), w| y * w }).coefficients
        end

        def value(level, (start, gain)) = start + (gain * level)
        def gradient(level) = [1.0, level]
      end
    end
  end
end
