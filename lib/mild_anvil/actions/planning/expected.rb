# frozen_string_literal: true

module MildAnvil
  module Actions
    module Planning
      # What a plan expects, and what was found, as the core compares them.
      module Expected
        module_function

        # @param content [Hash] of a plan
        # @return [Core::Plan::Expectation]
        def of(content, lot)
          expected = content[:expected].to_h
          mean, scatter = figures(expected, lot)
          Core::Plan::Expectation.new(low_si: mean && (mean - (3 * scatter)), high_si: mean && (mean + (3 * scatter)),
                                      zone: expected[:zone], mode: expected[:mode])
        end

        # @return [Core::Plan::Expectation::Found, nil] nil while a pull waits to be judged
        def found(facts, pull)
          judged = facts.judgement(pull) or return
          Core::Plan::Expectation::Found.new(number: pull.number, value_si: judged.value_si, zone: judged.zone,
                                             mode: judged.mode, broke: judged.counts_as == "break")
        end

        def figures(expected, lot)
          typed = expected[:mean] or return []
          mean = Figures.of(lot).parse(typed, field: :mean).value_si
          [mean, mean * (expected[:scatter_percent] || (Core::Plan::Assumed::USUAL_SHARE * 100)) / 100]
        rescue InvalidInput
          [] # said where it was typed
        end
        private_class_method :figures
      end
    end
  end
end
