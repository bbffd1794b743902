# frozen_string_literal: true

module MildAnvil
  module Store
    module Models
      # One piece in an order.
      class PullOrderRow < Sequel::Model(:pull_order_rows)
        unrestrict_primary_key
        many_to_one :specimen, class: "MildAnvil::Store::Models::Specimen"
      end
    end
  end
end
