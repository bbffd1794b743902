# frozen_string_literal: true

module MildAnvil
  module Core
    module Statistics
      module Families
        # The standard smallest extreme value distribution: what the logarithm of a Weibull strength follows.
        module SmallestExtreme
          # Beyond this exp(z) leaves the range of doubles; no break lies there.
          LARGEST = 700.0

          # What many exact values add to the likelihood with z = h y - a.
          Sums = Struct.new(:values, :sum) do
            def self.of(values) = new(values, values.sum(0.0))

            # @return [Array<Float>] value, slopes in h and a, bends hh, ha, aa
            def at(h, a)
              powers = along = squares = 0.0
              values.each do |y|
                power = Math.exp([(h * y) - a, LARGEST].min)
                powers += power
                power *= y
                along += power
                squares += power * y
              end
              count = values.size
              [(h * sum) - (count * a) - powers, sum - along, powers - count, -squares, along, -powers]
            end
          end

          module_function

          def quantile(p) = Math.log(-SmallDifferences.log1p(-p))

          # @return [Array(Float, Float, Float)] value, first and second derivative in z
          def log_density(z)
            power = Math.exp([z, LARGEST].min)
            [z - power, 1 - power, -power]
          end

          def log_survival(z)
            power = Math.exp([z, LARGEST].min)
            [-power, -power, -power]
          end

          def log_cdf(z)
            power = Math.exp([z, LARGEST].min)
            value = power < 1e-8 ? z - (power / 2) : Math.log(-SmallDifferences.expm1(-power))
            ratio = Math.exp(z - power - value)
            [value, ratio, ratio * ((1 - power) - ratio)]
          end
        end
      end
    end
  end
end
