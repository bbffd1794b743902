# frozen_string_literal: true

module MildAnvil
  module Store
    module Models
      # That a lot borrows the scatter of another one.
      class ScatterLoan < Sequel::Model(:scatter_loans)
        unrestrict_primary_key
      end
    end
  end
end
