# frozen_string_literal: true

module MildAnvil
  module Actions
    # Brings what the rack shows of a lot up to date: its facts at once, in the transaction of every change; its rating
    # when it is computed.
    module RefreshLot
      module_function

      # @param lot [Store::Models::Lot] locked by the caller's transaction
      def call(lot)
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

      # Brings up what is behind after its transaction, once for all that change the lot at one time: whoever comes
      # while another does it leaves it to them, and they look again before they go. Who dies leaves it to the worker.
      def settle(lot_id)
        return call(Store::Models::Lot.locked!(lot_id)) if Store::Database.writing?

        while behind?(lot_id)
          done = Store::NamedLock.try("anvil-refresh-#{lot_id}") do
            Store::Database.write { call(Store::Models::Lot.locked!(lot_id)) }
          end
          break unless done
        end
      end

      def behind?(lot_id)
        Store::Models::LotSummary.where(lot_id: lot_id).get(:wanted_key) == Store::Models::LotSummary::BEHIND
      end
      private_class_method :behind?

      def refresh(lot)
        facts = LotFacts.new(lot)
        inputs = RatingInputs.call(facts)
        key = RatingInputs.key(inputs)
        row = Store::Models::LotSummary[lot.id]
        content = SummaryFacts.call(facts, inputs)
        rating = row.rating_h if row&.rating_key == key
        save(lot.id, row, facts: JSON.generate(content), wanted_key: key, changed_at: Time.now,
                          state: SummaryFacts.next_step(content, rating), **SummaryFacts.described(facts))
      end
      private_class_method :refresh

      def save(lot_id, row, **values)
        row ? row.update(values) : Store::Models::LotSummary.create(lot_id: lot_id, **values)
      end
      private_class_method :save

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
