# frozen_string_literal: true

module MildAnvil
  module Store
    module Models
      # What the rack shows of a lot, recomputed in the transaction of every change; never a source of anything.
      class LotSummary < Sequel::Model(:lot_summaries)
        unrestrict_primary_key
      end
    end
  end
end
