# frozen_string_literal: true

module MildAnvil
  module Store
    module Models
      # One numbered piece; it may carry several features, each pulled once as fresh.
      class Specimen < Sequel::Model(:specimens)
        many_to_one :lot, class: "MildAnvil::Store::Models::Lot"
        one_to_many :features, class: "MildAnvil::Store::Models::Feature", key: :specimen_id, order: :id

        # @return [Feature] of the numbered specimen, made if it is new
        def self.feature_for(lot_id, number, name)
          specimen = find_or_create(lot_id: lot_id, number: number)
          Feature.find_or_create(specimen_id: specimen.id, name: name)
        end
      end
    end
  end
end
