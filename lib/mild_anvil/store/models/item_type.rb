# frozen_string_literal: true

module MildAnvil
  module Store
    module Models
      # An item type of the shop's own, drawn from parts or over a picture.
      class ItemType < Sequel::Model(:item_types)
        include Record

        plugin :serialization, :json, :features, :parts
        one_to_many :zones, class: "MildAnvil::Store::Models::Zone", key: :item_type_id, order: :position
        one_to_many :inspection_points, class: "MildAnvil::Store::Models::InspectionPoint", key: :item_type_id,
                                        order: :position
        many_to_one :person, class: "MildAnvil::Store::Models::Person"

        # @raise [NotFound]
        def self.fetch!(id) = self[id] || raise(NotFound.new("there is no item type #{id} of your own", id: id))
      end
    end
  end
end
