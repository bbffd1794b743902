# frozen_string_literal: true

module MildAnvil
  module Actions
    module Planning
      # Plan as the spine tells it: one line, and whether something about it waits.
      module PlanLine
        module_function

        # @return [Hash] line, state (none, full, warn), revision
        def of(lot)
          kept = Store::Models::Plan.of(lot.id)
          missing = Acceptance.progress(lot)&.missing.to_i
          tests = missing.positive? ? ["#{missing} required #{missing == 1 ? 'test' : 'tests'} missing"] : []
          return { line: (tests + ["not planned yet"]).join("; "), state: tests.empty? ? "none" : "warn", revision: 0 } if kept.nil?

          plan = ShowPlan.composed(lot, kept.content_h)
          ended = plan.world.ended.empty? ? [] : ["#{plan.world.ended.size} ended in the train: plan again"]
          { line: [plan.line || "planned", *ended, *tests].join("; "), state: ended.empty? && tests.empty? ? "full" : "warn",
            revision: kept.revision }
        end
      end
    end
  end
end
