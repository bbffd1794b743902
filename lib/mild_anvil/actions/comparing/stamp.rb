# frozen_string_literal: true

module MildAnvil
  module Actions
    module Comparing
      # What changes whenever anything changes that a comparison of these lots is computed from; a handful of keys.
      module Stamp
        LATEST = [Store::Models::Making, Store::Models::Override, Store::Models::Analysis, Store::Models::Plan].freeze

        module_function

        # @param lots [Array<Store::Models::Lot>] in the order in which they are compared
        # @return [Array]
        def of(lots)
          ids = lots.map(&:id)
          # Marked, or computed anew, in the transaction of every change of a pull, a judgement, a claim.
          keys = Store::Models::LotSummary.where(lot_id: ids).select_hash(:lot_id, :wanted_key)
          groups = Store::Models::StudyGroup.where(lot_id: ids).order(:lot_id,
                                                                      :factor_id).select_map(%i[lot_id level_id])
          [lots.map { |lot| [lot.id, lot.version, keys[lot.id]] }, groups, LATEST.map { |model| model.max(:id) }]
        end
      end
    end
  end
end
