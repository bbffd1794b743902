# frozen_string_literal: true

module MildAnvil
  module Store
    module Models
      # One reading of one dimension of a piece.
      class Dimension < Sequel::Model(:dimensions)
        include Record

        many_to_one :specimen, class: "MildAnvil::Store::Models::Specimen"
        many_to_one :person, class: "MildAnvil::Store::Models::Person"
      end
    end
  end
end
