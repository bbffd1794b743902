# frozen_string_literal: true

module MildAnvil
  module Actions
    # Chooses the lots whose scatter a lot borrows.
    module BorrowScatter
      module_function

      # @param from [Array<Integer>] lots; none ends the loan
      # @return [Store::Models::Lot]
      # @raise [InvalidInput] for a lot that cannot lend
      def call(lot_id:, from:, person_id:)
        Store::Database.write do
          lot = Store::Models::Lot.locked!(lot_id)
          lenders = Store::Models::Lot.where(id: from).order(:id).all
          check!(lot, from.uniq, lenders)
          loans = Store::Models::ScatterLoan.where(lot_id: lot.id)
          before = loans.select_order_map(:from_lot_id)
          loans.delete
          lenders.each { |lender| Store::Models::ScatterLoan.create(lot_id: lot.id, from_lot_id: lender.id) }
          Audit.record(:borrow_scatter, lot, person_id: person_id, before: before, after: lenders.map(&:id))
          RefreshLot.call(lot)
          lot
        end
      end

      def check!(lot, wanted, lenders)
        refused = (wanted - lenders.map(&:id)).map { |id| "there is no lot #{id}" } + lenders.filter_map { |lender| why_not(lot, lender) }
        raise InvalidInput.new("The scatter cannot be borrowed: #{refused.join('; ')}", fields: { lot_ids: refused.join("; ") }) if refused.any?
      end
      private_class_method :check!

      def why_not(lot, lender)
        return "a lot cannot borrow from itself" if lender.id == lot.id
        return "#{lender.name} is another type of item" if lender.item_type != lot.item_type

        ScatterLenders.why_not(RateLot.sample(lender))&.then { |reason| "#{lender.name} #{reason}" }
      end
      private_class_method :why_not
    end
  end
end
