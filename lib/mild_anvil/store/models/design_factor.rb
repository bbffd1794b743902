# frozen_string_literal: true

module MildAnvil
  module Store
    module Models
      # A design factor of the shop's own, with its source and whoever checked it.
      class DesignFactor < Sequel::Model(:design_factors)
        include Record

        many_to_one :person, class: "MildAnvil::Store::Models::Person"
        many_to_one :checked_by, class: "MildAnvil::Store::Models::Person"
      end
    end
  end
end
