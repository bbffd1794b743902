# frozen_string_literal: true

module MildAnvil
  module Actions
    module Planning
      # Keeps a plan as the lot's next revision: from then on its limits stand on every screen, its gear in every pull.
      module SavePlan
        module_function

        # @param content [Hash] as typed
        # @param revision [Integer] that the person saw; 0: there was none
        # @return [Store::Models::Plan]
        # @raise [Conflict] when somebody else planned meanwhile
        # @raise [InvalidInput] with every section that cannot be answered
        def call(lot_id:, content:, revision:, person_id:, reason: "")
          person = People.fetch!(person_id)
          Store::Database.write do
            lot = Store::Models::Lot.locked!(lot_id)
            before = Store::Models::Plan.of(lot.id)
            refuse_stale!(before, revision)
            check!(lot, content)
            keep(lot, content, person, before, reason)
          end
        end

        def keep(lot, content, person, before, reason)
          plan = Store::Models::Plan.create(lot_id: lot.id, revision: (before&.revision || 0) + 1, content: content,
                                            reason: reason.to_s.strip, bench_id: content[:bench_id],
                                            person_id: person.id)
          if content[:pulls] && content[:pulls] != lot.specimens_planned
            lot.update(specimens_planned: content[:pulls], version: lot.version + 1)
          end
          Store::Events.record(:save_plan, plan, person_id: person.id, lot_id: lot.id,
                                                 before: { content: before&.content }, after: { content: content,
                                                                                                reason: reason })
          RefreshLot.call(lot)
          plan
        end
        private_class_method :keep

        def refuse_stale!(before, revision)
          return if (before&.revision || 0) == revision

          raise Conflict.new("Somebody else planned this lot while you were typing. Nothing was saved; load it again " \
                             "and repeat your change", revision: before&.revision)
        end
        private_class_method :refuse_stale!

        def check!(lot, content)
          refuse_unknown!(content)
          refused = ShowPlan.composed(lot, content).refused
          return if refused.empty?

          raise InvalidInput.new("The plan cannot be used as it is: #{refused.values.uniq.join(' ')}",
                                 fields: refused.transform_keys(&:to_sym))
        end
        private_class_method :check!

        # Rows of the registers are named by their ids: each must be there.
        def refuse_unknown!(content)
          gear = content[:train].to_a.filter_map { |row| row[:gear_id] }.uniq
          missing = gear - Store::Models::Gear.where(id: gear).select_map(:id)
          if missing.any?
            raise InvalidInput.new("The register has no such gear",
                                   fields: { train: "names unknown gear" })
          end
          return if content[:bench_id].nil? || Store::Models::Bench[content[:bench_id]]

          raise InvalidInput.new("The register has no such bench", fields: { bench_id: "is unknown" })
        end
        private_class_method :refuse_unknown!
      end
    end
  end
end
