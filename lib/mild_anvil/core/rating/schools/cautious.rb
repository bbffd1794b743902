# frozen_string_literal: true

module MildAnvil
  module Core
    module Rating
      module Schools
        # mean - k s, k for the longest tail below that strengths are known to have.
        module Cautious
          extend School

          KEY = :cautious
          NAME = "Tolerance bound, cautious"
          POSITION = 44
          MINIMUM = true
          ASSUMPTION = "One population, whatever its shape: k is that of the longest tail below, where the weakest " \
                       "place decides."
          WEAKNESS = "Gives away strength where the population is normal, most of all at few breaks; two kinds of " \
                     "pieces mixed go below it."

          # Method: mean - k(n, P, c) s, k of smallest extreme values; the upper bound is that of a normal population.
          def self.value(sample, terms)
            described = sample.scattered!(resolution_si: terms.resolution_si)
            bounds = ToleranceBounds.of(described, terms, factor: ToleranceBounds::WEAKEST_PLACE)
            School::Value.new(value_si: bounds.lower, upper_si: bounds.upper,
                              working: bounds.working,
                              in_words: "Mean less k = #{format('%.2f', bounds.working[:k])} standard deviations, k " \
                                        "for the longest tail at #{described.count} breaks")
          end
        end
      end
    end
  end
end
