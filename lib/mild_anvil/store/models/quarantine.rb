# frozen_string_literal: true

module MildAnvil
  module Store
    module Models
      # A piece that failed its proof, set aside until somebody decides what becomes of it.
      class Quarantine < Sequel::Model(:quarantines)
        include Record

        many_to_one :lot, class: "MildAnvil::Store::Models::Lot"
        many_to_one :run, class: "MildAnvil::Store::Models::Run"
        one_to_many :entries, class: "MildAnvil::Store::Models::QuarantineEntry", order: :id

        # @return [QuarantineEntry, nil] what holds
        def latest = entries.last
      end
    end
  end
end
