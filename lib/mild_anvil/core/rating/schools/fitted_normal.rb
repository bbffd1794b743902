# frozen_string_literal: true

module MildAnvil
  module Core
    module Rating
      module Schools
        # A normal population fitted to breaks and bounds alike.
        module FittedNormal
          extend FittedSchool

          KEY = :fitted_normal
          NAME = "Fitted, normal"
          POSITION = 70
          MINIMUM = true
          FAMILY = Statistics::Families::StandardNormal
          ASSUMPTION = "Strengths are normally distributed; what ended a pull early did not depend on the piece's strength."
          WEAKNESS = "Approximate: calibrated on complete samples, so a little cautious when many values are only bounds."

          # Source: Meeker and Escobar, Statistical Methods for Reliability Data, 1998, chapters 7 and 8
          # Method: profile likelihood of the percentile, drop as in Statistics::CalibratedDrop.
          class << self
            private

            def forth(newtons) = newtons
            def back(value) = value
            def jacobian(_sample) = 0.0
          end
        end
      end
    end
  end
end
