# frozen_string_literal: true

module MildAnvil
  module Store
    module Models
      # What is broken every morning, and the limit that it must not fall below.
      class WatchedProduct < Sequel::Model(:watched_products)
        include Record

        many_to_one :person, class: "MildAnvil::Store::Models::Person"
        many_to_one :instrument, class: "MildAnvil::Store::Models::Instrument"
        one_to_many :breaks, class: "MildAnvil::Store::Models::WatchedBreak", key: :product_id,
                             order: %i[at id] do |rows|
          Counting.facts("watched_break", rows)
        end
        one_to_many :changes, class: "MildAnvil::Store::Models::WatchedChange", key: :product_id,
                              order: %i[at id] do |rows|
          Counting.facts("watched_change", rows)
        end

        dataset_module do
          # @return [Array] those in use, by name
          def in_use = where(retired_at: nil).order(:name)
        end

        # @raise [NotFound]
        def self.fetch!(id) = self[id] || raise(NotFound.new("there is no watched product #{id}", id: id))

        # @return locked for this transaction
        # @raise [NotFound]
        def self.locked!(id) = where(id: id).for_update.first || fetch!(id)
      end
    end
  end
end
