# frozen_string_literal: true

module MildAnvil
  module Core
    module Rating
      module Schools
        # A Weibull population, the weakest link of many, fitted to breaks and bounds alike.
        module FittedWeibull
          extend FittedSchool

          KEY = :fitted_weibull
          NAME = "Fitted, Weibull"
          POSITION = 74
          MINIMUM = true
          FAMILY = Statistics::Families::SmallestExtreme
          ASSUMPTION = "The weakest of many like places fails: brittle parts, long ropes, welds."
          WEAKNESS = "Approximate: calibrated on complete samples, so a little cautious when many values are only bounds. Its lower tail is heavier."

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
