# frozen_string_literal: true

module MildAnvil
  module Core
    module Statistics
      # ln(1 + x) and exp(x) - 1 without losing the digits of a small x.
      # Source: Higham, Accuracy and Stability of Numerical Algorithms, 2nd edition 2002, section 1.14
      module SmallDifferences
        module_function

        def log1p(x)
          sum = 1.0 + x
          difference = sum - 1.0
          difference.zero? ? x : Math.log(sum) * x / difference
        end

        def expm1(x)
          power = Math.exp(x)
          difference = power - 1.0
          return x if difference.zero?

          power.zero? ? -1.0 : difference * x / Math.log(power)
        end
      end
    end
  end
end
