# frozen_string_literal: true

module MildAnvil
  module Core
    module Curve
      # The noise of one reading. A smooth curve leaves nothing else in its second differences.
      module Noise
        LOOK = 4000 # differences that it is taken from
        SIGMA_FROM_MAD = 1.4826

        module_function

        # @param packed [String] samples
        # @param count [Integer] of them, from the start
        # @param fewest [Integer] differences that say anything
        # @return [Float] sigma, 0 where there are fewer
        def of(packed, count, fewest: 1)
          found, median = PackedSearch.roughness(packed, count, [count / LOOK, 1].max)
          found < fewest ? 0.0 : SIGMA_FROM_MAD * median / Math.sqrt(6)
        end
      end
    end
  end
end
