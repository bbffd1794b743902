# frozen_string_literal: true

module MildAnvil
  module Core
    module Rating
      module Schools
        # n pieces carried a force and none failed: for pieces that cannot be broken. A proof is no strength: fewer than
        # the confidence needs give no minimum, and none gives a working load limit.
        module ProofSurvivors
          extend School

          KEY = :proof_survivors
          NAME = "Proof survivors"
          POSITION = 90
          MINIMUM = true
          ASSUMPTION = "The pieces were drawn at random from one population; all carried at least this force."
          WEAKNESS = "Says nothing about how much more they would carry, and gives no working load limit."

          # Method: the lowest force that all n carried; confidence 1 - P^n.
          def self.value(sample, terms)
            failed = sample.count - sample.count(:at_least)
            if failed.positive?
              raise InsufficientData.new("#{failed} failed: only for lots in which nothing failed", failed: failed)
            end

            carried = sample.counted.map(&:value_si)
            raise InsufficientData.new("nothing has been pulled yet", breaks: 0) if carried.empty?

            confidence = Statistics::OrderStatistic.confidence(breaks: carried.size, coverage: terms.coverage)
            enough!(carried.size, confidence, terms)
            School::Value.new(value_si: carried.min, confidence: confidence,
                              working: { n: carried.size, confidence: confidence },
                              in_words: "#{carried.size} carried it and none failed: #{per_cent(confidence)} " \
                                        "confidence that #{share_text(terms.coverage)} are stronger")
          end

          def self.enough!(count, confidence, terms)
            needed = Statistics::OrderStatistic.smallest_count(coverage: terms.coverage, confidence: terms.confidence)
            return if count >= needed

            raise InsufficientData.new("a minimum from survivors needs #{needed} of them for " \
                                       "#{share_text(terms.coverage)} with #{share_text(terms.confidence)} " \
                                       "confidence; #{count} give #{per_cent(confidence)}",
                                       working: { n: count, needed: needed, confidence: confidence })
          end
          private_class_method :enough!
        end
      end
    end
  end
end
