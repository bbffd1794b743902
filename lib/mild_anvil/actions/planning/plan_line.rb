# frozen_string_literal: true

module MildAnvil
  module Actions
    module Planning
      # Plan as the spine tells it: one line, and whether something about it waits.
      module PlanLine
        module_function

        # @return [Hash] line, state (none, full, warn), revision; next: the piece that is pulled next
        def of(lot) = line(lot).merge(next: following(lot))

        def line(lot)
          kept = Store::Models::Plan.of(lot.id)
          waits = missing_tests(lot)
          return told(["not planned yet"], waits, 0, "none") if kept.nil?

          plan = ShowPlan.composed(lot, kept.content_h)
          ended = plan.world.ended.size
          waits = ["#{ended} ended in the train: plan again", *waits] if ended.positive?
          told([plan.line || "planned"], waits, kept.revision, "full")
        end

        # @return [Hash, nil] nil without listed specimens
        def following(lot)
          left = PieceOrder.unpulled(lot)
          piece = left.first or return
          { number: piece.number, label: PieceOrder.label(piece), place: lot.specimens_dataset.count - left.size + 1,
            left: left.size }
        end
        private_class_method :line, :following

        def told(line, waits, revision, state)
          { line: (line + waits).join("; "), state: waits.empty? ? state : "warn", revision: revision }
        end
        private_class_method :told

        def missing_tests(lot)
          missing = Acceptance.progress(lot)&.missing.to_i
          if missing.positive?
            ["#{missing} required #{missing == 1 ? 'test' : 'tests'} missing"]
          else
            []
          end
        end
        private_class_method :missing_tests
      end
    end
  end
end
