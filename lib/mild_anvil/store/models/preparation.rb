# frozen_string_literal: true

module MildAnvil
  module Store
    module Models
      # One step by which a piece was made ready; the same batch on every piece it was done to at once.
      class Preparation < Sequel::Model(:preparations)
        include Record

        plugin :serialization, :json, :content
        many_to_one :specimen, class: "MildAnvil::Store::Models::Specimen"
        many_to_one :done_by, class: "MildAnvil::Store::Models::Person"
        many_to_one :person, class: "MildAnvil::Store::Models::Person"
      end
    end
  end
end
