# frozen_string_literal: true

module MildAnvil
  module Store
    module Models
      # An acceptance plan of the shop's own to begin with.
      class AcceptanceTemplate < Sequel::Model(:acceptance_templates)
        include Record

        plugin :serialization, :json, :content
        many_to_one :person, class: "MildAnvil::Store::Models::Person"
        many_to_one :checked_by, class: "MildAnvil::Store::Models::Person"
      end
    end
  end
end
