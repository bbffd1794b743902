# frozen_string_literal: true

module MildAnvil
  module Store
    module Models
      # Who took something over that was only said; or that a later package proved it.
      class HearsayEnd < Sequel::Model(:hearsay_ends)
        unrestrict_primary_key
        many_to_one :person, class: "MildAnvil::Store::Models::Person"
      end
    end
  end
end
