# frozen_string_literal: true

module MildAnvil
  module Core
    module Statistics
      # Composite Gauss-Legendre integration over given break points.
      module GaussLegendre
        # Nodes and weights on [-1, 1] by Newton's steps on the Legendre polynomial.
        # Source: Press et al., Numerical Recipes, 3rd edition 2007, section 4.6
        def self.rule(order)
          Array.new(order) do |i|
            x = Math.cos(Math::PI * (i + 0.75) / (order + 0.5))
            slope = 0.0
            20.times do
              before = 1.0
              value = x
              2.upto(order) { |k| before, value = value, ((((2 * k) - 1) * x * value) - ((k - 1) * before)) / k }
              slope = order * ((x * value) - before) / ((x * x) - 1)
              step = value / slope
              x -= step
              break if step.abs < 1.0e-16
            end
            [x, 2.0 / ((1 - (x * x)) * slope * slope)].freeze
          end.freeze
        end

        RULE = rule(16)

        module_function

        # @param breaks [Array<Float>] ascending ends of the panels, size >= 2
        # @return [Array<Array(Float, Float)>] nodes and weights over all panels
        def each_node(breaks)
          breaks.each_cons(2).flat_map do |from, to|
            half = (to - from) / 2
            middle = (to + from) / 2
            RULE.map { |x, weight| [middle + (half * x), half * weight] }
          end
        end
      end
    end
  end
end
