# frozen_string_literal: true

module MildAnvil
  module Store
    module Models
      # A test of hours to months: what is read, when, and what was agreed. terms, units, schedule and programme are
      # JSON.
      class LongTest < Sequel::Model(:long_tests)
        include Record

        many_to_one :person, class: "MildAnvil::Store::Models::Person"
        many_to_one :lot, class: "MildAnvil::Store::Models::Lot"
        many_to_one :reference_lot, class: "MildAnvil::Store::Models::Lot"
        one_to_many :stations, class: "MildAnvil::Store::Models::LongStation", key: :test_id, order: :position
        one_to_many :reports, class: "MildAnvil::Store::Models::LongReport", key: :test_id, order: :number

        # @raise [NotFound]
        def self.fetch!(id) = self[id] || raise(NotFound.new("there is no long test #{id}", id: id))

        # @return locked for this transaction
        # @raise [NotFound]
        def self.locked!(id) = where(id: id).for_update.first || fetch!(id)

        # @param column [Symbol] terms, units, schedule or programme
        def told(column) = JSON.parse(self[column], symbolize_names: true)
        def running? = state == "running"

        # @return [Float] hours since it began, at a moment
        def hours_at(moment) = started_at ? (moment - started_at) / 3600.0 : 0.0
      end
    end
  end
end
