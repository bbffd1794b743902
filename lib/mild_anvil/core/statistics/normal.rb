# frozen_string_literal: true

module MildAnvil
  module Core
    module Statistics
      # The standard normal distribution, both tails accurate.
      module Normal
        SQRT2 = Math.sqrt(2.0)
        LOG_SQRT_2PI = 0.5 * Math.log(2 * Math::PI)
        # Below this the complementary error function leaves the range of doubles; its asymptotic series takes over.
        ASYMPTOTIC_BELOW = -37.0

        module_function

        # @param z [Float]
        # @return [Float] density at z
        def density(z) = Math.exp((-0.5 * z * z) - LOG_SQRT_2PI)

        # @return [Float] P(Z <= z)
        def cdf(z) = 0.5 * Math.erfc(-z / SQRT2)

        # @return [Float] P(Z > z), accurate far out where 1 - cdf would be 0
        def upper_tail(z) = 0.5 * Math.erfc(z / SQRT2)

        # The logarithm of P(Z > z), finite for any z: what a right-censored value adds to a likelihood.
        #
        # Source: Abramowitz and Stegun, Handbook of Mathematical Functions, 1972, 26.2.12
        def log_upper_tail(z)
          return Math.log(upper_tail(z)) if z < -ASYMPTOTIC_BELOW

          w = 1.0 / (z * z)
          series = 1 - (w * (1 - (3 * w * (1 - (5 * w * (1 - (7 * w)))))))
          (-0.5 * z * z) - LOG_SQRT_2PI - Math.log(z) + Math.log(series)
        end

        # The value below which a share p of a standard normal population lies.
        #
        # @param p [Float] 0 < p < 1
        # @return [Float]
        # @raise [InvalidInput] outside that range
        # Source: Wichura, Algorithm AS 241, Applied Statistics 37 (1988), PPND16; one Halley step polishes it.
        # Checked: docs/validation.md, section 1
        def quantile(p)
          unless p.is_a?(Numeric) && p > 0 && p < 1
            raise InvalidInput.new("a probability must lie strictly between 0 and 1",
                                   p: p)
          end

          q = p - 0.5
          return q * ratio(CENTRE_P, CENTRE_Q, 0.180625 - (q * q)) if q.abs <= 0.425

          r = Math.sqrt(-Math.log(q.negative? ? p : 1 - p))
          z = r <= 5 ? ratio(MIDDLE_P, MIDDLE_Q, r - 1.6) : ratio(TAIL_P, TAIL_Q, r - 5)
          q.negative? ? -z : z
        end

        # @return [Float] z with P(Z > z) = p
        def upper_quantile(p) = -quantile(p)

        def ratio(numerator, denominator, x)
          numerator.reduce { |sum, c| (sum * x) + c } / denominator.reduce { |sum, c| (sum * x) + c }
        end
        private_class_method :ratio

        CENTRE_P = [2509.0809287301226727, 33_430.575583588128105, 67_265.770927008700853, 45_921.953931549871457,
                    13_731.693765509461125, 1971.5909503065514427, 133.14166789178437745, 3.387132872796366608].freeze
        CENTRE_Q = [5226.495278852545925, 28_729.085735721942674, 39_307.89580009271061, 21_213.794301586595867,
                    5394.1960214247511077, 687.1870074920579083, 42.313330701600911252, 1.0].freeze
        MIDDLE_P = [7.7454501427834140764e-4, 0.0227238449892691845833, 0.24178072517745061177, 1.27045825245236838258,
                    3.64784832476320460504, 5.7694972214606914055, 4.6303378461565452959, 1.42343711074968357734].freeze
        MIDDLE_Q = [1.05075007164441684324e-9, 5.475938084995344946e-4, 0.0151986665636164571966,
                    0.14810397642748007459,
                    0.68976733498510000455, 1.6763848301838038494, 2.05319162663775882187, 1.0].freeze
        TAIL_P = [2.01033439929228813265e-7, 2.71155556874348757815e-5, 0.0012426609473880784386,
                  0.026532189526576123093,
                  0.29656057182850489123, 1.7848265399172913358, 5.4637849111641143699, 6.6579046435011037772].freeze
        TAIL_Q = [2.04426310338993978564e-15, 1.4215117583164458887e-7, 1.8463183175100546818e-5,
                  7.868691311456132591e-4,
                  0.0148753612908506148525, 0.13692988092273580531, 0.59983220655588793769, 1.0].freeze
      end
    end
  end
end
