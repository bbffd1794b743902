# frozen_string_literal: true

module MildAnvil
  module Store
    module Models
      # Batches held back because of a break, and where some of them went.
      class WatchedHold < Sequel::Model(:watched_holds)
        include Record

        many_to_one :person, class: "MildAnvil::Store::Models::Person"
        many_to_one :break, class: "MildAnvil::Store::Models::WatchedBreak"
        one_to_one :release, class: "MildAnvil::Store::Models::WatchedRelease", key: :hold_id

        # @raise [NotFound]
        def self.fetch!(id) = self[id] || raise(NotFound.new("there is no hold #{id}", id: id))

        # @return locked for this transaction
        # @raise [NotFound]
        def self.locked!(id) = where(id: id).for_update.first || fetch!(id)
      end
    end
  end
end
