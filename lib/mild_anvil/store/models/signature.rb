# frozen_string_literal: true

module MildAnvil
  module Store
    module Models
      # Whose hand stands under a statement's hash, and what it means.
      class Signature < Sequel::Model(:signatures)
        include Record

        many_to_one :statement, class: "MildAnvil::Store::Models::Statement"
        many_to_one :person, class: "MildAnvil::Store::Models::Person"
      end
    end
  end
end
