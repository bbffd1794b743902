# frozen_string_literal: true

module MildAnvil
  module Store
    module Models
      # A check of an instrument against masses, or of two in line against each other; its points are never changed.
      class InstrumentCheck < Sequel::Model(:instrument_checks)
        include Record

        many_to_one :person, class: "MildAnvil::Store::Models::Person"
        many_to_one :instrument, class: "MildAnvil::Store::Models::Instrument"
        many_to_one :second_instrument, class: "MildAnvil::Store::Models::Instrument"
        one_to_many :points, class: "MildAnvil::Store::Models::CheckPoint", key: :check_id, order: :position

        # @raise [NotFound]
        def self.fetch!(id) = self[id] || raise(NotFound.new("there is no check #{id}", id: id))

        # @return [String] what it is about, in a seal
        def about = instrument.name
        def dead_weight? = kind == "dead weight"
        def cross? = kind == "cross"
      end
    end
  end
end
