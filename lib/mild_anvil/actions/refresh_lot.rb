# frozen_string_literal: true

module MildAnvil
  module Actions
    # Brings what the rack shows of a lot up to date: its facts at once, in the transaction of every change; its rating
    # when it is computed.
    module RefreshLot
      module_function

      # Many changes in one transaction, and the facts of their lots brought up once, as its last step.
      # @yield inside the caller's transaction
      def once
        waiting = Thread.current[WAITING] = Set.new
        given = yield
        Thread.current[WAITING] = nil
        waiting.sort.each { |id| call(Store::Models::Lot.locked!(id)) }
        given
      ensure
        Thread.current[WAITING] = nil
      end

      WAITING = :mild_anvil_lots_to_refresh

      # @param lot [Store::Models::Lot] locked by the caller's transaction
      def call(lot)
        return Thread.current[WAITING] << lot.id if Thread.current[WAITING]

        dependents = lot.refresh.dependent_ids # their figures may rest on this lot's
        # In one order, so that lots which rest on each other do not wait for each other.
        Store::Models::LotSummary.where(lot_id: [lot.id, *dependents]).order(:lot_id).for_update.select_map(:lot_id)
        refresh(lot)
        dependents.each { |id| refresh(Store::Models::Lot.fetch!(id)) }
      end

      # Says in the transaction of a change that the facts are behind it, for settle or the worker to bring up. What
      # other lots rest on is brought up at once: nobody borrows from, or signs over, facts that are behind.
      def mark(lot)
        return call(lot) if lot.dependent_ids.any?

        Store::Models::LotSummary.dataset.fall_behind(lot.id)
      end

      # As often as somebody else may change the lot while its facts are read, before they are kept from it.
      TRIES = 3

      # Brings up what is behind after its transaction, once for all that change the lot at one time: whoever comes
      # while another does it leaves it to them, and they look again before they go. Who dies, or goes while more comes
      # in, leaves it to the worker.
      def settle(lot_id)
        return call(Store::Models::Lot.locked!(lot_id)) if Store::Database.writing?

        (TRIES + 1).times do |tried|
          mark = mark_of(lot_id) or break
          Store::NamedLock.try("anvil-refresh-#{lot_id}") { bring_up(lot_id, mark, locked: tried == TRIES) } or break
        end
      end

      # @return [String, nil] nil where nothing is behind
      def mark_of(lot_id)
        key = Store::Models::LotSummary.where(lot_id: lot_id).get(:wanted_key)
        key if key&.start_with?(Store::Models::LotSummary::BEHIND)
      end
      private_class_method :mark_of

      # Read without the lot's lock, so that nobody who judges waits for it; kept if nothing was changed meanwhile.
      def bring_up(lot_id, mark, locked:)
        lot = Store::Models::Lot.fetch!(lot_id)
        return Store::Database.write { call(Store::Models::Lot.locked!(lot_id)) } if locked || lot.dependent_ids.any?

        values = values(lot, Store::Models::LotSummary[lot_id])
        Store::Database.write { Store::Models::LotSummary.where(lot_id: lot_id, wanted_key: mark).update(values) }
      end
      private_class_method :bring_up

      def refresh(lot)
        row = Store::Models::LotSummary[lot.id]
        values = values(lot, row)
        row ? row.update(values) : Store::Models::LotSummary.create(lot_id: lot.id, **values)
      end
      private_class_method :refresh

      # @return [Hash] columns of the summary
      def values(lot, row)
        facts = LotFacts.new(lot)
        inputs = RatingInputs.call(facts)
        key = RatingInputs.key(inputs)
        content = SummaryFacts.call(facts, inputs)
        rating = row.rating_h if row&.rating_key == key
        { facts: JSON.generate(content), wanted_key: key, changed_at: Time.now,
          state: SummaryFacts.next_step(content, rating), **SummaryFacts.described(facts) }
      end
      private_class_method :values

      # Puts a computed rating beside the facts, unless they have changed meanwhile.
      # @param lot_id [Integer]
      # @param key [String] of the inputs that it was computed from
      # @param content [Hash, nil] the statement, string keys
      def rated(lot_id, key, content)
        Store::Database.write do
          row = Store::Models::LotSummary.where(lot_id: lot_id).for_update.first
          next if row.nil? || row.wanted_key != key

          rating = content ? SummaryRating.call(content) : nil
          row.update(rating: JSON.generate(rating), rating_key: key, state: SummaryFacts.next_step(row.facts_h, rating))
        end
      end
    end
  end
end
