# frozen_string_literal: true

module MildAnvil
  module Store
    module Models
      # One break of a watched product. Never changed.
      class WatchedBreak < Sequel::Model(:watched_breaks)
        include Record

        many_to_one :person, class: "MildAnvil::Store::Models::Person"
        many_to_one :product, class: "MildAnvil::Store::Models::WatchedProduct"
        many_to_one :instrument, class: "MildAnvil::Store::Models::Instrument"
        one_to_many :answers, class: "MildAnvil::Store::Models::WatchedAnswer", key: :break_id, order: :id
        one_to_many :holds, class: "MildAnvil::Store::Models::WatchedHold", key: :break_id, order: :id

        # @raise [NotFound]
        def self.fetch!(id) = self[id] || raise(NotFound.new("there is no break #{id}", id: id))

        # @return locked for this transaction
        # @raise [NotFound]
        def self.locked!(id) = where(id: id).for_update.first || fetch!(id)
      end
    end
  end
end
