# frozen_string_literal: true

module MildAnvil
  module Store
    module Models
      # What a package says and nobody here has proved: an act of somebody elsewhere, which counts for nothing, or a row
      # that stands in its table and is marked.
      class Hearsay < Sequel::Model(:hearsay)
        include Record

        plugin :serialization, :json, :content
        many_to_one :package, class: "MildAnvil::Store::Models::Package"
        many_to_one :lot, class: "MildAnvil::Store::Models::Lot"
        one_to_one :ended, class: "MildAnvil::Store::Models::HearsayEnd", key: :hearsay_id

        dataset_module do
          def open = exclude(id: HearsayEnd.select(:hearsay_id))
          def only_said = where(row_id: nil)
          def marked = exclude(row_id: nil)
        end
      end
    end
  end
end
