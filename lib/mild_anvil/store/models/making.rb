# frozen_string_literal: true

module MildAnvil
  module Store
    module Models
      # What one piece of a lot takes to make: cost, mass, minutes. Append-only: the last one counts.
      class Making < Sequel::Model(:makings)
        include Record

        many_to_one :person, class: "MildAnvil::Store::Models::Person"

        # @return [Hash{Integer => Making}] the last of each lot
        def self.of(lot_ids)
          where(id: where(lot_id: lot_ids).group(:lot_id).select(Sequel.function(:max, :id))).all.to_h do |m|
            [m.lot_id, m]
          end
        end
      end
    end
  end
end
