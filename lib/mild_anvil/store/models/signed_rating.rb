# frozen_string_literal: true

module MildAnvil
  module Store
    module Models
      # A rating that somebody signed: its inputs and its statement, frozen.
      class SignedRating < Sequel::Model(:ratings)
        plugin :serialization, :json, :inputs, :statement

        many_to_one :lot, class: "MildAnvil::Store::Models::Lot"
        many_to_one :person, class: "MildAnvil::Store::Models::Person"

        # @raise [NotFound]
        def self.fetch!(id) = self[id] || raise(NotFound.new("there is no rating #{id}", id: id))
      end
    end
  end
end
