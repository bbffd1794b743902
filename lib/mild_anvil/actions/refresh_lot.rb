# frozen_string_literal: true

module MildAnvil
  module Actions
    # Recomputes what the rack shows of a lot; called inside the transaction of every change to it.
    module RefreshLot
      module_function

      # @param lot [Store::Models::Lot]
      # @return [Hash] the new summary
      def call(lot)
        content = refresh(lot)
        borrowers = Store::Models::ScatterLoan.where(from_lot_id: lot.id).select_order_map(:lot_id)
        borrowers.each { |id| refresh(Store::Models::Lot.locked!(id)) } # their bounds may rest on this lot's scatter
        content
      end

      def refresh(lot)
        rated = RateLot.of(lot.refresh, pulls: Store::Models::Pull.where(lot_id: lot.id).judged.all)
        signed = Store::Models::SignedRating.where(lot_id: lot.id).order(:number).last
        content = LotSummary.call(rated, signed)
        row = { state: content[:next_step], content: JSON.generate(content), rule_version: Core::Rating::Statement::RULE_VERSION }
        Store::Models::LotSummary.dataset.on_duplicate_key_update(*row.keys).insert(lot_id: lot.id, **row)
        content
      end
      private_class_method :refresh
    end
  end
end
