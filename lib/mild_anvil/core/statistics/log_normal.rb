# frozen_string_literal: true

module MildAnvil
  module Core
    module Statistics
      # A strength whose logarithm is normal.
      module LogNormal
        module_function

        # @param x [Float] > 0; location and scale: mean and standard deviation of ln x
        def density(x, location, scale) = Normal.density((Math.log(x) - location) / scale) / (x * scale)
        def cdf(x, location, scale) = x.positive? ? Normal.cdf((Math.log(x) - location) / scale) : 0.0
        def upper_tail(x, location, scale) = x.positive? ? Normal.upper_tail((Math.log(x) - location) / scale) : 1.0
        def quantile(p, location, scale) = Math.exp(location + (scale * Normal.quantile(p)))
      end
    end
  end
end
