# frozen_string_literal: true

module MildAnvil
  module Store
    module Models
      # What a feature carried besides its pulls: a planned proof, transport, earlier use.
      class Load < Sequel::Model(:loads)
        include Record

        many_to_one :feature, class: "MildAnvil::Store::Models::Feature"
        many_to_one :person, class: "MildAnvil::Store::Models::Person"

        dataset_module do
          # @return [Array<Load>] of all features of a lot, those not withdrawn
          def of_lot(lot_id)
            of_specimens = Specimen.where(lot_id: lot_id).select(:id)
            features = Feature.where(specimen_id: of_specimens).select(:id)
            where(feature_id: features, withdrawn_at: nil).eager(:feature, :person).order(:at, :id)
          end
        end
      end
    end
  end
end
