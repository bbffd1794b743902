# frozen_string_literal: true

module MildAnvil
  module Devices
    module Simulator
      # How kinds of specimens answer to being pulled. Each takes the strength, and a random source for its own small
      # differences, and gives a Path.
      module Shapes
        module_function

        # A random number around one, for what differs from piece to piece.
        def about(random, spread) = 1 + ((random.rand - 0.5) * 2 * spread)
      end
    end
  end
end
