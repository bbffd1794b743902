# frozen_string_literal: true

module MildAnvil
  module Core
    module Statistics
      module Families
        # The standard normal as a location-scale family: logarithms of density and tails with their first two
        # derivatives.
        module StandardNormal
          # What many exact values add to the likelihood with z = h y - a: three sums say it all.
          Sums = Struct.new(:count, :sum, :squares) do
            def self.of(values) = new(values.size, values.sum(0.0), values.sum(0.0) { |y| y * y })

            # @return [Array<Float>] value, slopes in h and a, bends hh, ha, aa
            def at(h, a)
              along = (h * squares) - (a * sum) # of z y
              total = (h * sum) - (a * count) # of z
              [(-0.5 * ((h * along) - (a * total))) - (count * Normal::LOG_SQRT_2PI), -along, total, -squares, sum,
               -count.to_f]
            end
          end

          module_function

          def quantile(p) = Normal.quantile(p)

          # @return [Array(Float, Float, Float)] value, first and second derivative in z
          def log_density(z) = [(-0.5 * z * z) - Normal::LOG_SQRT_2PI, -z, -1.0]

          def log_survival(z)
            value = Normal.log_upper_tail(z)
            hazard = Math.exp((-0.5 * z * z) - Normal::LOG_SQRT_2PI - value)
            [value, -hazard, -hazard * (hazard - z)]
          end

          def log_cdf(z)
            value, slope, bend = log_survival(-z)
            [value, -slope, bend]
          end
        end
      end
    end
  end
end
