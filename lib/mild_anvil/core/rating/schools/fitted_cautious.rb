# frozen_string_literal: true

module MildAnvil
  module Core
    module Rating
      module Schools
        # Smallest extreme values fitted to breaks and bounds alike, on the forces themselves: the longest tail below.
        module FittedCautious
          extend FittedSchool

          KEY = :fitted_cautious
          NAME = "Fitted, cautious"
          POSITION = 76
          MINIMUM = true
          FAMILY = Statistics::Families::SmallestExtreme
          ASSUMPTION = "One population, whatever its shape, with the longest tail below; what ended a pull early did " \
                       "not depend on the piece's strength."
          WEAKNESS = "Calibrated by simulation for that tail: it gives away strength where the population is normal."
          LOGARITHMS = false
        end
      end
    end
  end
end
