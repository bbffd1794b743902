# frozen_string_literal: true

module MildAnvil
  module Store
    module Models
      # Steps of the shop's own to begin with.
      class PreparationTemplate < Sequel::Model(:preparation_templates)
        include Record

        plugin :serialization, :json, :content
        many_to_one :person, class: "MildAnvil::Store::Models::Person"
      end
    end
  end
end
