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
        person = People.fetch!(person_id)
        Store::Database.write do
          lot = Store::Models::Lot.locked!(lot_id)
          lenders = ScatterLenders.candidates(lot).select { |row| from.include?(row[:id]) }
          check!(lot, from.uniq, lenders)
          before = lot.lender_ids
          Store::Models::ScatterLoan.where(lot_id: lot.id).delete
          from.uniq.sort.each { |id| Store::Models::ScatterLoan.create(lot_id: lot.id, from_lot_id: id) }
          Store::Events.record(:borrow_scatter, lot, person_id: person.id, lot_id: lot.id, before: { from: before },
                                                     after: { from: from.uniq.sort })
          RefreshLot.call(lot)
          lot
        end
      end

      def check!(lot, wanted, lenders)
        refused = (wanted - lenders.map { |row| row[:id] }).map { |id| unknown(lot, id) } +
                  lenders.filter_map { |row| ScatterLenders.why_not(row)&.then { |why| "#{row[:name]} #{why}" } }
        return if refused.empty?

        raise InvalidInput.new("The scatter cannot be borrowed: #{refused.join('; ')}",
                               fields: { lot_ids: refused.join("; ") })
      end
      private_class_method :check!

      def unknown(lot, id)
        return "a lot cannot borrow from itself" if id == lot.id

        other = Store::Models::Lot[id] or return "there is no lot #{id}"
        return "#{other.name} is another type of item" if other.item_type != lot.item_type
        return "#{other.name} was tested in #{other.direction}" if other.direction != lot.direction

        "#{other.name} was measured as something else"
      end
      private_class_method :unknown
    end
  end
end
