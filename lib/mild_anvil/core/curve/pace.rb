# frozen_string_literal: true

module MildAnvil
  module Core
    module Curve
      # How fast force and travel went, in newtons and metres per second; nil where nothing says it.
      Pace = Struct.new(:newtons_per_second, :metres_per_second) do
        # @return [Float] newtons per metre; infinite without a travel
        def stiffness
          return Float::INFINITY unless newtons_per_second && metres_per_second&.positive?

          newtons_per_second / metres_per_second
        end
      end
    end
  end
end
