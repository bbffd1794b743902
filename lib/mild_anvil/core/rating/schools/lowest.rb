# frozen_string_literal: true

module MildAnvil
  module Core
    module Rating
      module Schools
        # The smallest break, or a lower “at least”, with the confidence that comes from their number alone.
        module Lowest
          extend School

          KEY = :lowest
          NAME = "Lowest"
          POSITION = 10
          MINIMUM = true
          ASSUMPTION = "The pieces were drawn at random from one population; no shape is assumed."
          WEAKNESS = "With few pieces the confidence is small, and it never uses the scatter."

          # Source: Wilks, Annals of Mathematical Statistics 12 (1941)
          # Method: min(x); confidence 1 - P^n that a share P of the population is stronger.
          def self.value(sample, terms)
            if sample.count(:at_most).positive?
              raise InsufficientData.new("#{sample.count(:at_most)} only “at most”: the lowest strength is not known",
                                         at_most: sample.count(:at_most))
            end

            carried = sample.counted.map(&:surely_carried_si)
            raise InsufficientData.new("one break gives no minimum", breaks: carried.size) if carried.size < 2

            confidence = Statistics::OrderStatistic.confidence(breaks: carried.size, coverage: terms.coverage)
            School::Value.new(value_si: carried.min, in_words: "With #{carried.size}: #{per_cent(confidence)} " \
                                                               "confidence that #{share_text(terms.coverage)} are " \
                                                               "stronger",
                              confidence: confidence,
                              working: { n: carried.size, confidence: confidence, coverage: terms.coverage })
          end
        end
      end
    end
  end
end
