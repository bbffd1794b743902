# frozen_string_literal: true

module MildAnvil
  module Store
    module Models
      # A proof rule of the shop's own.
      class ProofRule < Sequel::Model(:proof_rules)
        include Record

        plugin :serialization, :json, :steps
        many_to_one :person, class: "MildAnvil::Store::Models::Person"
        many_to_one :checked_by, class: "MildAnvil::Store::Models::Person"
      end
    end
  end
end
