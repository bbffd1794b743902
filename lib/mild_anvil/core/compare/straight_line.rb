# frozen_string_literal: true

module MildAnvil
  module Core
    module Compare
      # strength = start + gain · level: every level more is worth the same.
      class StraightLine < LevelCurve
        private

        def start = Statistics::LinearFit.new([Array.new(@levels.size, 1.0), @levels], @strengths).coefficients
        def value(level, (start, gain)) = start + (gain * level)
        def gradient(level) = [1.0, level]
      end
    end
  end
end
