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
        SMOOTH = 8.0   # an exponent that 16 nodes integrate to rounding
        STEEPEST = 40
        NEAR = 0.2     # of the first panel: so near to zero the rest of an integrand is straight

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

        # The same for an integrand that begins at zero as x^(exponent - 1) does: where the exponent is no whole
        # number, the
        # nodes next to zero run over a root of x, in which it is smooth.
        #
        # @param breaks [Array<Float>] as above; the first may be 0
        # @param exponent [Float] > 0
        def each_node_from_zero(breaks, exponent)
          return each_node(breaks) unless breaks.first.zero? && exponent % 1 != 0

          power = (SMOOTH / exponent).ceil.clamp(1, STEEPEST)
          first = NEAR * breaks[1]
          root = each_node([0.0, 1.0]).map do |t, weight|
            [first * (t**power), first * power * (t**(power - 1)) * weight]
          end
          root + each_node([first, *breaks.drop(1)])
        end
      end
    end
  end
end
