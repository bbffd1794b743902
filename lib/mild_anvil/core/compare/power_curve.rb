# frozen_string_literal: true

module MildAnvil
  module Core
    module Compare
      # strength = a · level^b, least squares on the scale of the strengths.
      class PowerCurve < LevelCurve
        # @param levels [Array<Float>] above zero
        # @raise [InvalidInput] for a level of zero
        def initialize(levels, strengths)
          unless levels.all?(&:positive?)
            raise InvalidInput.new("a power of level 0 has no logarithm: leave that level out, or fit it apart",
                                   level: levels.min)
          end

          super
        end

        # @return [Prediction]
        def predict(level, **rest)
          Group.level!(level)
          super
        end

        private

        def start
          line = PowerLine.new(@levels, @strengths)
          [line.coefficient, line.exponent]
        end

        def value(level, (coefficient, exponent)) = coefficient * (level**exponent)
        def gradient(level) = [level**parameters[1], parameters[0] * (level**parameters[1]) * Math.log(level)]
      end
    end
  end
end
