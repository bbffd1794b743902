# frozen_string_literal: true

module MildAnvil
  module Core
    module Rating
      module Schools
        # The bound of the logarithms where the weakest of many like places decides.
        module ToleranceWeibull
          extend School

          KEY = :tolerance_weibull
          NAME = "Tolerance bound, Weibull"
          POSITION = 52
          MINIMUM = true
          ASSUMPTION = "The weakest of many like places fails: brittle parts, long ropes, welds, glue."
          WEAKNESS = "Its lower tail is heavier than a normal one: it gives away strength where the part is not " \
                     "brittle."

          # Method: exp(mean(ln x) - k(n, P, c) s(ln x)), k of smallest extreme values, which ln x then follows.
          def self.value(sample, terms)
            logs = sample.scattered!(resolution_si: terms.resolution_si, logarithms: true)
            bounds = ToleranceBounds.of(logs, terms, factor: ToleranceBounds::WEAKEST_PLACE)
            working = { n: logs.count, mean_log_si: logs.mean, standard_deviation_log: logs.standard_deviation,
                        k: bounds.working[:k] }
            School::Value.new(value_si: Math.exp(bounds.lower), upper_si: Math.exp(bounds.upper), working: working,
                              in_words: "Weakest of many places, on logarithms: k = #{format('%.2f', working[:k])} " \
                                        "at #{logs.count} breaks")
          end
        end
      end
    end
  end
end
