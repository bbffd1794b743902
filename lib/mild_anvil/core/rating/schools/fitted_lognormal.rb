# frozen_string_literal: true

module MildAnvil
  module Core
    module Rating
      module Schools
        # A log-normal population fitted to breaks and bounds alike.
        module FittedLognormal
          extend FittedSchool

          KEY = :fitted_lognormal
          NAME = "Fitted, log-normal"
          POSITION = 72
          MINIMUM = true
          FAMILY = Statistics::Families::StandardNormal
          ASSUMPTION = "Logarithms of the strengths are normally distributed; what ended a pull early did not depend on the piece's strength."
          WEAKNESS = "Approximate: calibrated on complete samples, so a little cautious when many values are only bounds."

          # Source: Meeker and Escobar, Statistical Methods for Reliability Data, 1998, chapters 7 and 8
          # Method: profile likelihood of the percentile, drop as in Statistics::CalibratedDrop.
          class << self
            private

            def forth(newtons) = Math.log(newtons)
            def back(value) = Math.exp(value)
            def jacobian(sample) = sample.breaks_newtons.sum { |force| Math.log(force) }
          end
        end
      end
    end
  end
end
