# frozen_string_literal: true

module MildAnvil
  module Core
    module Statistics
      # The lowest point of a function of one variable: a look along a grid, then golden sections around the best place.
      module Minimum
        GOLDEN = 0.381966011250105
        TURNS = 200

        module_function

        # @param places [Array<Float>] rising; the function is looked at there first
        # @return [Float] where it is lowest between the neighbours of the lowest place
        # @yieldparam x [Float]
        # @yieldreturn [Float]
        def along(places, tolerance: 1.0e-9, &function)
          values = places.map(&function)
          best = values.each_index.min_by { |i| values[i] }
          golden(places[[best - 1, 0].max], places[[best + 1, places.size - 1].min], tolerance, &function)
        end

        # Source: Brent, Algorithms for Minimization without Derivatives, 1973, chapter 5 (without its parabolic steps)
        def golden(low, high, tolerance)
          a = low + (GOLDEN * (high - low))
          b = high - (GOLDEN * (high - low))
          fa = yield a
          fb = yield b
          TURNS.times do
            break if (high - low).abs <= tolerance * (1.0e-12 + a.abs + b.abs)

            if fa < fb
              high = b
              b = a
              fb = fa
              fa = yield(a = low + (GOLDEN * (high - low)))
            else
              low = a
              a = b
              fa = fb
              fb = yield(b = high - (GOLDEN * (high - low)))
            end
          end
          fa < fb ? a : b
        end
      end
    end
  end
end
