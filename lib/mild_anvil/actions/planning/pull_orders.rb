# frozen_string_literal: true

module MildAnvil
  module Actions
    module Planning
      # In what order to pull the pieces of a lot, or of all cells of a study: at random from a kept seed, changed by
      # hand with a reason.
      module PullOrders
        LARGEST_SEED = (2**31) - 1

        module_function

        # @return [Hash, nil] the order in force, with every revision's reason
        def show(lot_id:)
          lot = Store::Models::Lot.fetch!(lot_id)
          order = PieceOrder.order(lot) or return
          rows = order.rows_dataset.eager(specimen: :lot).all
          { id: order.id, revision: order.revision, seed: order.seed, blocks: order.blocks, block_by: order.block_by,
            of_study: !order.study_id.nil?, history: history(order),
            rows: rows.map { |row| shown(row, lot) } }
        end

        def shown(row, lot)
          piece = row.specimen
          { position: row.position, block: row.block, specimen_id: piece.id, label: PieceOrder.label(piece),
            lot_id: piece.lot_id, lot: piece.lot.name, own: piece.lot_id == lot.id }
        end
        private_class_method :shown

        def history(order)
          scope = order.study_id ? { study_id: order.study_id } : { lot_id: order.lot_id }
          Store::Models::PullOrder.where(scope).order(:revision).eager(:person).all.map do |row|
            { revision: row.revision, seed: row.seed, reason: row.reason, person: row.person.name,
              created_at: row.created_at }
          end
        end
        private_class_method :history

        # @param blocks [Integer]; @param block_by [String] day or bench
        # @param seed [Integer, nil] nil: one is drawn and kept
        # @param of_study [Boolean] whether all cells of the lot's study are mixed
        # @return [Store::Models::PullOrder]
        # @raise [InvalidInput] for a study with an empty cell, or a lot without specimens
        def draw(lot_id:, person_id:, blocks: 1, block_by: "day", seed: nil, of_study: false, reason: "")
          person = People.fetch!(person_id)
          Store::Database.write do
            lot = Store::Models::Lot.locked!(lot_id)
            scope = scope(lot, of_study)
            Store::Models::Study.locked!(scope[:study_id]) if scope[:study_id]
            pieces = pieces(lot, scope)
            seed = seed ? seed.to_i : SecureRandom.random_number(LARGEST_SEED)
            rows = Core::Plan::PullOrder.random(pieces, blocks: blocks, seed: seed)
            before = Store::Models::PullOrder.of(**scope)
            refuse_without_reason!(before, lot, reason)
            keep(scope, rows, person, lot, seed: seed, blocks: blocks, block_by: block_by, reason: reason.to_s.strip)
          end
        end

        # @param position [Integer] to which the piece moves
        # @raise [InvalidInput] without a reason
        def move(lot_id:, specimen_id:, position:, reason:, person_id:)
          person = People.fetch!(person_id)
          raise InvalidInput.new("A change of the order needs a reason", fields: { reason: "is needed" }) if
            reason.to_s.strip.empty?

          Store::Database.write do
            lot = Store::Models::Lot.locked!(lot_id)
            before = PieceOrder.order(lot) || raise(NotFound.new("this lot has no order yet", id: lot_id))
            Store::Models::Study.locked!(before.study_id) if before.study_id
            rows = Core::Plan::PullOrder.moved(rows_of(before), specimen_id, position)
            keep(scope_of(before), rows, person, lot, **before.values.slice(:seed, :blocks, :block_by),
                                                      reason: reason.strip)
          end
        end

        def scope_of(order) = order.study_id ? { study_id: order.study_id } : { lot_id: order.lot_id }
        private_class_method :scope_of

        def rows_of(order)
          order.rows.map do |row|
            Core::Plan::PullOrder::Row.new(position: row.position, block: row.block,
                                           piece: Core::Plan::PullOrder::Piece.new(key: row.specimen_id))
          end
        end
        private_class_method :rows_of

        def keep(scope, rows, person, lot, **columns)
          revision = (Store::Models::PullOrder.of(**scope)&.revision || 0) + 1
          order = Store::Models::PullOrder.create(**scope, revision: revision, person_id: person.id, **columns)
          Store::Models::PullOrderRow.multi_insert(rows.map do |row|
            { pull_order_id: order.id, position: row.position, block: row.block, specimen_id: row.piece.key }
          end)
          Store::Events.record(:order_pulls, order, person_id: person.id, lot_id: lot.id,
                                                    after: { **columns, specimens: rows.map { |r| r.piece.key } })
          order
        end
        private_class_method :keep

        def scope(lot, of_study)
          return { lot_id: lot.id } unless of_study

          study = PieceOrder.study_ids(lot).first
          if study
            { study_id: study }
          else
            raise(InvalidInput.new("This lot is no cell of a study",
                                   fields: { of_study: "is not possible" }))
          end
        end
        private_class_method :scope

        def pieces(lot, scope)
          lots = scope.key?(:study_id) ? StudyCells.lots(scope[:study_id]) : [lot]
          empty = lots.select { |cell| PieceOrder.present(cell).empty? }
          if empty.any?
            raise InvalidInput.new("#{empty.map(&:name).join(', ')}: no specimens are listed, so nothing can be put " \
                                   "into an order", fields: { specimens: "are missing" })
          end

          lots.flat_map do |cell|
            PieceOrder.present(cell).map { |s| Core::Plan::PullOrder::Piece.new(key: s.id, group: cell.id) }
          end
        end
        private_class_method :pieces

        # Once something was pulled, another draw would undo what chance had decided.
        def refuse_without_reason!(before, lot, reason)
          return if before.nil? || lot.pulls_dataset.empty? || !reason.to_s.strip.empty?

          raise InvalidInput.new("Something was pulled in the order in force: another one needs a reason",
                                 fields: { reason: "is needed" })
        end
        private_class_method :refuse_without_reason!
      end
    end
  end
end
