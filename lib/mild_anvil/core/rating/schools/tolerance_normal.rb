# frozen_string_literal: true

module MildAnvil
  module Core
    module Rating
      module Schools
        # mean - k s, k exact for a normal population at this n.
        module ToleranceNormal
          extend School

          KEY = :tolerance_normal
          NAME = "Tolerance bound, normal"
          POSITION = 40
          MINIMUM = true
          ASSUMPTION = "Strengths are normally distributed; the pieces were drawn at random from one population."
          WEAKNESS = "One odd break widens it a great deal; at n = 3 it is very low."

          # Source: Hahn and Meeker, Statistical Intervals, 1991, section 4.6
          # Method: mean - k(n, P, c) s; the upper bound of the same percentile uses k(n, P, 1 - c).
          def self.value(sample, terms)
            described = sample.scattered!(resolution_si: terms.resolution_si)
            bounds = ToleranceBounds.of(described, terms)
            School::Value.new(value_si: bounds.lower, upper_si: bounds.upper,
                              working: bounds.working,
                              in_words: "Mean less k = #{format('%.3f', bounds.working[:k])} standard deviations, " \
                                        "exact at #{described.count} breaks")
          end
        end
      end
    end
  end
end
