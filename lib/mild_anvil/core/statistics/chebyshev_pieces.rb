# frozen_string_literal: true

module MildAnvil
  module Core
    module Statistics
      # A smooth function on x >= 0, laid down piece by piece where it is first asked for.
      class ChebyshevPieces
        # @param width [Float] of a piece; @param places [Integer] in each
        # @yieldparam x [Float]
        # @yieldreturn [Float]
        def initialize(width, places, &function)
          @width = width
          @places = places
          @function = function
          @pieces = [] # two threads may lay the same piece down; both would be the same
        end

        # @return [Float]
        def at(x)
          number = (x / @width).floor
          (@pieces[number] ||= Chebyshev.new(number * @width, (number + 1) * @width, @places, &@function)).at(x)
        end
      end
    end
  end
end
