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

        # Sixth differences: of a wave of ten samples they leave a hundredth of what second ones leave.
        WEIGHTS = [1, -6, 15, -20, 15, -6, 1].freeze
        SIXTH_GAIN = Math.sqrt(924)

        # @param values [Array<Float>]; @param count [Integer] of them, from the start
        # @return [Float] sigma of one sample of something that swings; 0 where there are too few
        def of_waves(values, count)
          stride = [count / LOOK, 1].max
          sizes = (0..(count - WEIGHTS.size)).step(stride).map do |i|
            WEIGHTS.each_with_index.sum { |weight, k| weight * values[i + k] }.abs
          end.sort
          sizes.empty? ? 0.0 : SIGMA_FROM_MAD * sizes[sizes.size / 2] / SIXTH_GAIN
        end
      end
    end
  end
end
