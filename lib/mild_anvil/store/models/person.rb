# frozen_string_literal: true

module MildAnvil
  module Store
    module Models
      # Somebody who pulls, judges, signs or looks on; what they may do follows from their roles.
      class Person < Sequel::Model(:people)
        include Record

        one_to_many :person_roles, class: "MildAnvil::Store::Models::PersonRole", key: :person_id, order: :role
        one_to_one :account, class: "MildAnvil::Store::Models::Account", key: :person_id

        # @raise [NotFound]
        def self.fetch!(id) = self[id] || raise(NotFound.new("there is no person #{id}", id: id))

        # @return [Array<String>]
        def roles = person_roles.map(&:role)
      end
    end
  end
end
