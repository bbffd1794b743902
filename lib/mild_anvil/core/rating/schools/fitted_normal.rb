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
          WEAKNESS = "Approximate: calibrated on complete samples; with 40 % of the values only bounds, simulated lots kept 92 to 97 % of the 95."
          LOGARITHMS = false
        end
      end
    end
  end
end
