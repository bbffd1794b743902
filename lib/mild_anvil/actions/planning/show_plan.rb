# frozen_string_literal: true

module MildAnvil
  module Actions
    module Planning
      # A lot's plan, answered: as it is kept, or as somebody tries it.
      module ShowPlan
        module_function

        # @param unit [String, nil] to state forces in
        # @param content [Hash, nil] to try instead of what is kept
        # @return [Hash]
        def call(lot_id:, unit: nil, content: nil)
          lot = Store::Models::Lot.fetch!(lot_id)
          kept = Store::Models::Plan.of(lot.id)
          given = content || kept&.content_h || first(lot)
          plan = composed(lot, given, unit)
          { revision: kept&.revision || 0, kept: kept && by(kept), unit: plan.world.unit.symbol, content: given,
            sections: plan.sections, refused: plan.refused, limits: limits(plan, lot), expectation: expectation(lot,
                                                                                                                given) }
        end

        # @return [Core::Plan::Composed]
        def composed(lot, content, unit = nil)
          Core::Plan::Composed.new(content, PlanWorld.of(lot, unit: unit, content: content))
        end

        # What a lot without a plan begins with: what was asked.
        def first(lot) = { pulls: lot.specimens_planned, train: [{ name: lot.name, specimen: true }] }.compact

        # What stands on the rule of every screen of the lot.
        # @return [Array<Hash>] key, name, figure
        def limits(plan, lot)
          figures = Figures.of(lot)
          plan.limits.map { |row| row.slice(:key, :name).merge(figure: figures.limit(row[:value_si])) }
        end

        def by(row) = { person: row.person.name, created_at: row.created_at, reason: row.reason }
        private_class_method :by

        def expectation(lot, content)
          found = LotFacts.new(lot).then { |facts| facts.pulls.filter_map { |pull| Expected.found(facts, pull) } }
          Expected.of(content, lot).sentence(found)
        end
        private_class_method :expectation
      end
    end
  end
end
