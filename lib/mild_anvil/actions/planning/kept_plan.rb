# frozen_string_literal: true

module MildAnvil
  module Actions
    module Planning
      # The plan in force as every screen of the lot shows it: its limits on the rule, its line in the spine, the piece
      # that is pulled next.
      class KeptPlan
        # @param lot [Store::Models::Lot]
        def initialize(lot)
          @lot = lot
          @kept = Store::Models::Plan.of(lot.id)
        end

        # @return [Array<Hash>] key, name, figure; empty without a plan
        def limits = @kept ? ShowPlan.limits(plan, @lot) : []

        # @return [Float, nil] what is expected to break, newtons
        def expected_si = @kept && plan.expected&.fetch(:mean_si)

        # @return [Hash] line, state (none, full, warn), revision, next
        def line = told.merge(next: following)

        private

        def plan = @plan ||= ShowPlan.composed(@lot, @kept.content_h)

        def told
          waits = missing_tests
          return said(["not planned yet"], waits, "none") if @kept.nil?

          ended = plan.world.ended.size
          waits = ["#{ended} ended in the train: plan again", *waits] if ended.positive?
          said([plan.line || "planned"], waits, "full")
        end

        def said(line, waits, state)
          { line: (line + waits).join("; "), state: waits.empty? ? state : "warn", revision: @kept&.revision || 0 }
        end

        # @return [Hash, nil] nil without listed specimens
        def following
          left = PieceOrder.unpulled(@lot)
          piece = left.first or return
          { number: piece.number, label: PieceOrder.label(piece), place: @lot.specimens_dataset.count - left.size + 1,
            left: left.size }
        end

        def missing_tests
          missing = Acceptance.progress(@lot)&.missing.to_i
          if missing.positive?
            ["#{missing} required #{missing == 1 ? 'test' : 'tests'} missing"]
          else
            []
          end
        end
      end
    end
  end
end
