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
          ASSUMPTION = "Strengths are normally distributed; what ended a pull early did not depend on the piece's " \
                       "strength."
          WEAKNESS = "Calibrated by simulation: of simulated lots that are normal, its 95 % bound lay below the true " \
                     "value in 95 to 98 %; of brittle weak-link parts in as few as 79 %."
          LOGARITHMS = false
        end
      end
    end
  end
end
