# frozen_string_literal: true

module MildAnvil
  module Store
    module Models
      # One place of a long test, with one piece in it.
      class LongStation < Sequel::Model(:long_stations)
        include Record

        many_to_one :test, class: "MildAnvil::Store::Models::LongTest"
        one_to_many :readings, class: "MildAnvil::Store::Models::LongReading", key: :station_id,
                               order: %i[hours id] do |rows|
          Counting.facts("long_reading", rows)
        end
        one_to_many :events, class: "MildAnvil::Store::Models::LongEvent", key: :station_id, order: :id

        # @raise [NotFound]
        def self.fetch!(id) = self[id] || raise(NotFound.new("there is no station #{id}", id: id))

        # @return locked for this transaction
        # @raise [NotFound]
        def self.locked!(id) = where(id: id).for_update.first || fetch!(id)

        def told(column) = JSON.parse(self[column], symbolize_names: true)
      end
    end
  end
end
