# frozen_string_literal: true

module MildAnvil
  module Core
    module Rating
      module Schools
        # The tolerance bound of the logarithms: never below zero.
        module ToleranceLognormal
          extend School

          KEY = :tolerance_lognormal
          NAME = "Tolerance bound, log-normal"
          POSITION = 50
          MINIMUM = true
          ASSUMPTION = "Logarithms of the strengths are normally distributed: scatter grows with strength, none is " \
                       "below zero."
          WEAKNESS = "Lies higher than the normal bound; at small n the data cannot tell which of the two is right."

          # Method: exp(mean(ln x) - k(n, P, c) s(ln x))
          def self.value(sample, terms)
            logs = sample.scattered!(resolution_si: terms.resolution_si, logarithms: true)
            bounds = ToleranceBounds.of(logs, terms)
            working = { n: logs.count, mean_log_si: logs.mean, standard_deviation_log: logs.standard_deviation,
                        k: bounds.working[:k] }
            School::Value.new(value_si: Math.exp(bounds.lower), upper_si: Math.exp(bounds.upper), working: working,
                              in_words: "The same on logarithms: never below zero, k = #{format('%.3f', working[:k])}")
          end
        end
      end
    end
  end
end
