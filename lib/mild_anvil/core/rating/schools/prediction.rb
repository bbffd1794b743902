# frozen_string_literal: true

module MildAnvil
  module Core
    module Rating
      module Schools
        # What the next single piece will hold: a different question from the population's.
        module Prediction
          extend School

          KEY = :prediction
          NAME = "Prediction of the next one"
          POSITION = 60
          MINIMUM = false
          ASSUMPTION = "Strengths are normally distributed; the next piece comes from the same population."
          WEAKNESS = "Speaks of one future piece, not of a share of all pieces: no minimum for a whole production."

          # It speaks of a piece that is still to come.
          def self.promises? = true

          # Source: Hahn and Meeker, Statistical Intervals, 1991, section 4.7. Method: mean - t(c; n - 1) s sqrt(1 +
          # 1/n)
          def self.value(sample, terms)
            described = sample.scattered!(resolution_si: terms.resolution_si)
            k = Statistics::ToleranceFactor.prediction(breaks: described.count, coverage: terms.confidence)
            bound = described.mean - (k * described.standard_deviation)
            working = { n: described.count, mean_si: described.mean,
                        standard_deviation_si: described.standard_deviation, k: k, bound_si: bound }
            School::Value.new(value_si: bound, working: working,
                              in_words: "The next piece holds this with #{share_text(terms.confidence)} confidence: " \
                                        "one piece, not the population")
          end
        end
      end
    end
  end
end
