# frozen_string_literal: true

module MildAnvil
  module Store
    module Models
      # A pull that was begun on a bench: what was to be done, who looked at what before, what came of every step.
      class Run < Sequel::Model(:runs)
        include Record

        many_to_one :lot, class: "MildAnvil::Store::Models::Lot"
        many_to_one :bench, class: "MildAnvil::Store::Models::Bench"
        many_to_one :person, class: "MildAnvil::Store::Models::Person"
        many_to_one :driver, class: "MildAnvil::Store::Models::Person"
        one_to_one :quarantine, class: "MildAnvil::Store::Models::Quarantine"
        one_to_many :bench_events, class: "MildAnvil::Store::Models::BenchEvent", order: :position
        one_to_many :certificates, class: "MildAnvil::Store::Models::ProofCertificate", order: :id
        many_to_one :pull, class: "MildAnvil::Store::Models::Pull"

        # @raise [NotFound]
        def self.fetch!(id) = self[id] || raise(NotFound.new("there is no run #{id}", id: id))

        def read(column) = self[column] && JSON.parse(self[column], symbolize_names: true)
      end
    end
  end
end
