# frozen_string_literal: true

module MildAnvil
  module Core
    module Statistics
      # A smooth function of one variable, laid down once at a few places and read between them to full accuracy.
      class Chebyshev
        # @param low [Float]; @param high [Float]; @param order [Integer] number of places
        # @yieldparam x [Float]
        # @yieldreturn [Float]
        # Source: Press et al., Numerical Recipes, 3rd edition 2007, section 5.8
        def initialize(low, high, order)
          @middle = (high + low) / 2
          @half = (high - low) / 2
          values = Array.new(order) { |k| yield(@middle + (@half * Math.cos(Math::PI * (k + 0.5) / order))) }
          @coefficients = Array.new(order) { |j| 2.0 / order * values.each_with_index.sum { |v, k| v * Math.cos(Math::PI * j * (k + 0.5) / order) } }.reverse.freeze
          freeze
        end

        # @return [Float]
        def at(x)
          u = 2 * (x - @middle) / @half
          before = value = 0.0
          last = @coefficients.size - 1
          @coefficients.each_with_index { |c, i| i == last ? (return (u / 2 * value) - before + (c / 2)) : (before, value = value, (u * value) - before + c) }
        end
      end
    end
  end
end
