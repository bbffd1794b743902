# frozen_string_literal: true

module MildAnvil
  module Core
    module Rating
      module Schools
        # Mean minus three standard deviations, with the confidence that it really carries at this n.
        module MeanMinusThreeS
          extend School

          KEY = :mean_minus_three_s
          NAME = "Mean − 3 s"
          POSITION = 30
          MINIMUM = true
          ASSUMPTION = "Strengths are normally distributed."
          WEAKNESS = "Its confidence depends on n: 3 s from three breaks is far less than 3 s from thirty."
          FACTOR = 3.0

          # Method: confidence = P(T <= 3 sqrt(n)), T noncentral t with n - 1 degrees of freedom and sqrt(n) z(P).
          def self.value(sample, terms)
            described = sample.scattered!(resolution_si: terms.resolution_si)
            confidence = Statistics::ToleranceFactor.confidence_of(factor: FACTOR, breaks: described.count,
                                                                   coverage: terms.coverage)
            bound = described.mean - (FACTOR * described.standard_deviation)
            working = { n: described.count, mean_si: described.mean,
                        standard_deviation_si: described.standard_deviation,
                        k: FACTOR, bound_si: bound, confidence: confidence }
            words = "#{per_cent(confidence)} confidence at #{described.count} breaks that " \
                    "#{share_text(terms.coverage)} are stronger"
            School::Value.new(value_si: bound, working: working, in_words: words,
                              confidence: confidence)
          end
        end
      end
    end
  end
end
