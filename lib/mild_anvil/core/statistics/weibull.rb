# frozen_string_literal: true

module MildAnvil
  module Core
    module Statistics
      # The strength of the weakest of many links: P(X > x) = exp(-(x/scale)^shape).
      module Weibull
        module_function

        # @param x [Float] > 0; shape > 0; scale > 0: the value that 63.2 % stay below
        def density(x, shape, scale) = shape / scale * ((x / scale)**(shape - 1)) * upper_tail(x, shape, scale)
        def cdf(x, shape, scale) = x.positive? ? -SmallDifferences.expm1(-((x / scale)**shape)) : 0.0
        def upper_tail(x, shape, scale) = x.positive? ? Math.exp(-((x / scale)**shape)) : 1.0

        # @raise [InvalidInput] unless 0 < p < 1
        def quantile(p, shape, scale)
          Checks.shares!(p: p)
          scale * ((-SmallDifferences.log1p(-p))**(1.0 / shape))
        end
      end
    end
  end
end
