# frozen_string_literal: true

module MildAnvil
  module Core
    module Outliers
      # Do the values look like a normal population? With few of them neither test can say much.
      module Normality
        FEWEST = 3
        MOST = 5000
        FEWEST_ANDERSON_DARLING = 8 # its p is not defined below

        # Royston's polynomials, lowest power first.
        WEIGHT1 = [0.0, 0.221157, -0.147981, -2.07119, 4.434685, -2.706056].freeze
        WEIGHT2 = [0.0, 0.042981, -0.293762, -1.752461, 5.682633, -3.582633].freeze
        SMALL_SHIFT = [-2.273, 0.459].freeze
        SMALL_MEAN = [0.544, -0.39978, 0.025054, -6.714e-4].freeze
        SMALL_SPREAD = [1.3822, -0.77857, 0.062767, -0.0020322].freeze
        LARGE_MEAN = [-1.5861, -0.31082, -0.083751, 0.0038915].freeze
        LARGE_SPREAD = [-0.4803, -0.082676, 0.0030302].freeze

        WTest = Struct.new(:w, :p, keyword_init: true)
        AndersonDarling = Struct.new(:a_squared, :corrected, :p, keyword_init: true)

        module_function

        # @param values [Array<Float>] shape (n,), 3 <= n <= 5000, not all equal
        # @return [WTest] share of the scatter that a straight line on normal scores explains
        # @raise [InsufficientData]
        # Source: Royston, Applied Statistics 44 (1995), algorithm AS R94
        def w_test(values)
          values = Statistics::Checks.floats(values)
          enough!(values)
          sorted = values.sort
          weights = weights(sorted.size)
          mean = sorted.sum / sorted.size
          slope = weights.each_with_index.sum { |a, i| a * (sorted[-1 - i] - sorted[i]) }
          w = [(slope**2) / sorted.sum { |v| (v - mean)**2 }, 1.0].min
          WTest.new(w: w, p: chance(w, sorted.size))
        end

        # @return [AndersonDarling] mean and scatter estimated; p nil below 8 values
        # Source: D'Agostino and Stephens, Goodness-of-fit Techniques, 1986, table 4.9
        def anderson_darling(values)
          values = Statistics::Checks.floats(values)
          enough!(values)
          described = Statistics::Description.of(values)
          z = values.sort.map { |v| (v - described.mean) / described.standard_deviation }
          n = z.size
          sum = (1..n).sum { |i| ((2 * i) - 1) * (Math.log(Statistics::Normal.cdf(z[i - 1])) + Math.log(Statistics::Normal.upper_tail(z[n - i]))) }
          a = -n - (sum / n)
          corrected = a * (1 + (0.75 / n) + (2.25 / (n * n)))
          AndersonDarling.new(a_squared: a, corrected: corrected,
                              p: n < FEWEST_ANDERSON_DARLING ? nil : stephens(corrected))
        end

        def enough!(values)
          unless values.size.between?(
            FEWEST, MOST
          )
            raise InsufficientData.new("a test for a shape needs #{FEWEST} to #{MOST} values",
                                       values: values.size)
          end
          return unless Statistics::Description.of(values).degenerate?

          raise InsufficientData, "all values are equal: they have no shape"
        end
        private_class_method :enough!

        def weights(count)
          return [Math.sqrt(0.5)] if count == 3

          half = count / 2
          m = (1..half).map { |i| Statistics::Normal.quantile((i - 0.375) / (count + 0.25)) }
          sum = 2 * m.sum { |v| v * v }
          root = 1 / Math.sqrt(count)
          first = polynomial(WEIGHT1, root) - (m[0] / Math.sqrt(sum))
          return [first, *rest(m.drop(1), (sum - (2 * (m[0]**2))) / (1 - (2 * (first**2))))] if count <= 5

          second = polynomial(WEIGHT2, root) - (m[1] / Math.sqrt(sum))
          [first, second,
           *rest(m.drop(2), (sum - (2 * ((m[0]**2) + (m[1]**2)))) / (1 - (2 * ((first**2) + (second**2)))))]
        end
        private_class_method :weights

        def rest(scores, squared) = scores.map { |v| -v / Math.sqrt(squared) }
        private_class_method :rest

        def chance(w, count)
          return [6 / Math::PI * (Math.asin(Math.sqrt(w)) - (Math::PI / 3)), 0.0].max if count == 3

          y = Math.log(1 - w)
          log = Math.log(count)
          if count <= 11
            shift = polynomial(SMALL_SHIFT, count)
            return 0.0 if y >= shift

            return Statistics::Normal.upper_tail((-Math.log(shift - y) - polynomial(SMALL_MEAN,
                                                                                    count)) / Math.exp(polynomial(
                                                                                                         SMALL_SPREAD,
                                                                                                         count
                                                                                                       )))
          end
          Statistics::Normal.upper_tail((y - polynomial(LARGE_MEAN, log)) / Math.exp(polynomial(LARGE_SPREAD, log)))
        end
        private_class_method :chance

        def stephens(a)
          return Math.exp(1.2937 - (5.709 * a) + (0.0186 * a * a)) if a >= 0.6
          return Math.exp(0.9177 - (4.279 * a) - (1.38 * a * a)) if a >= 0.34
          return 1 - Math.exp(-8.318 + (42.796 * a) - (59.938 * a * a)) if a >= 0.2

          1 - Math.exp(-13.436 + (101.14 * a) - (223.73 * a * a))
        end
        private_class_method :stephens

        def polynomial(coefficients, x) = coefficients.reverse.reduce(0.0) { |sum, c| (sum * x) + c }
        private_class_method :polynomial
      end
    end
  end
end
