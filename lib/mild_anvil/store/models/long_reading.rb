# frozen_string_literal: true

module MildAnvil
  module Store
    module Models
      # What was read of a station at one moment; read is JSON: {channel: {text, unit, si, step}}. Never changed.
      class LongReading < Sequel::Model(:long_readings)
        include Record

        many_to_one :person, class: "MildAnvil::Store::Models::Person"
        many_to_one :station, class: "MildAnvil::Store::Models::LongStation"

        # @raise [NotFound]
        def self.fetch!(id) = self[id] || raise(NotFound.new("there is no reading #{id}", id: id))

        # @return locked for this transaction
        # @raise [NotFound]
        def self.locked!(id) = where(id: id).for_update.first || fetch!(id)

        def told = JSON.parse(read, symbolize_names: true)
      end
    end
  end
end
