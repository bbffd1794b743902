# frozen_string_literal: true

module MildAnvil
  module Store
    module Models
      # What changed in how a product is made; from a rebase on it has a band of its own.
      class WatchedChange < Sequel::Model(:watched_changes)
        include Record

        many_to_one :person, class: "MildAnvil::Store::Models::Person"

        # @raise [NotFound]
        def self.fetch!(id) = self[id] || raise(NotFound.new("there is no change #{id}", id: id))

        # @return locked for this transaction
        # @raise [NotFound]
        def self.locked!(id) = where(id: id).for_update.first || fetch!(id)
      end
    end
  end
end
