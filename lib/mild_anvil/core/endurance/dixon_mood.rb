# frozen_string_literal: true

module MildAnvil
  module Core
    module Endurance
      # The pocket calculator's figure for drops in equal steps up and down.
      module DixonMood
        LEAST = 0.3 # below it the formula of the scatter does not hold

        module_function

        # @param drops [Array<Staircase::Drop>]; @param lowest [Float]; @param step [Float]
        # @return [Hash, nil] mean:, deviation: (joules)
        # Source: Dixon and Mood, Journal of the American Statistical Association 43 (1948) 109
        def call(drops, lowest, step)
          fewer = drops.count(&:broke) <= drops.size / 2.0
          counted = drops.select { |d| d.broke == fewer }
          places = counted.map { |d| ((d.joules - lowest) / step).round }
          n = places.size
          a = places.sum
          b = places.sum { |i| i * i }
          spread = ((n * b) - (a * a)).fdiv(n * n)
          return if n.zero? || spread < LEAST

          { mean: lowest + (step * (a.fdiv(n) + (fewer ? -0.5 : 0.5))), deviation: 1.620 * step * (spread + 0.029) }
        end
      end
    end
  end
end
