# frozen_string_literal: true

module MildAnvil
  module Core
    module Statistics
      # A smooth function of one variable, laid down once at a few places and read between them to full accuracy.
      class Chebyshev
        ROUNDING = 1.0e-16

        # @param low [Float]; @param high [Float]; @param order [Integer] number of places
        # @yieldparam x [Float]
        # @yieldreturn [Float]
        # Source: Press et al., Numerical Recipes, 3rd edition 2007, section 5.8
        def initialize(low, high, order)
          @middle = (high + low) / 2
          @half = (high - low) / 2
          values = Array.new(order) { |k| yield(@middle + (@half * Math.cos(Math::PI * (k + 0.5) / order))) }
          @coefficients = kept(coefficients(values, order)).freeze
          freeze
        end

        # @return [Float]
        def at(x)
          u = 2 * (x - @middle) / @half
          before = value = 0.0
          i = @coefficients.size - 1
          while i.positive?
            following = (u * value) - before + @coefficients[i]
            before = value
            value = following
            i -= 1
          end
          (u / 2 * value) - before + (@coefficients[0] / 2)
        end

        private

        # The cosines of all products are those of 4 * order angles, looked up instead of computed.
        def coefficients(values, order)
          cosines = Array.new(4 * order) { |i| Math.cos(Math::PI * i / (2 * order)) }
          Array.new(order) do |j|
            2.0 / order * values.each_with_index.sum do |v, k|
              v * cosines[j * ((2 * k) + 1) % (4 * order)]
            end
          end
        end

        # Without the last ones, which lie below rounding.
        def kept(all)
          floor = ROUNDING * all.map(&:abs).max
          all.first(1 + all.rindex { |c| c.abs > floor })
        end
      end
    end
  end
end
