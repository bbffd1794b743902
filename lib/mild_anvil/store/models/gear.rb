# frozen_string_literal: true

module MildAnvil
  module Store
    module Models
      # A connector, a jaw, a pin: anything in line that is used again.
      class Gear < Sequel::Model(:gear)
        include Record

        many_to_one :person, class: "MildAnvil::Store::Models::Person"

        dataset_module do
          # @return [Array] those in use, by name
          def in_use = where(retired_at: nil).order(:name)
        end

        # @param ids [Array<Integer>]
        # @return [Hash{Integer => Hash}] pulls and highest_newtons of each, as the pulls in which it stood tell
        def self.history(ids)
          rows = GearLoad.where(gear_id: ids).join(:measurements, pull_id: :pull_id)
                         .where(Sequel[:measurements][:quantity] => "peak").group(:gear_id)
                         .select(:gear_id, Sequel.function(:max, :value_si).as(:highest))
          highest = rows.as_hash(:gear_id, :highest)
          GearLoad.where(gear_id: ids).group_and_count(:gear_id).as_hash(:gear_id, :count).to_h do |id, count|
            [id, { pulls: count, highest_newtons: highest[id] }]
          end
        end
      end
    end
  end
end
