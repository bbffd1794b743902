# frozen_string_literal: true

module MildAnvil
  module Store
    module Models
      # What the shop knows of the shape that an item's strengths have. Never changed: a better one is another row.
      class PopulationShape < Sequel::Model(:population_shapes)
        include Record

        many_to_one :person, class: "MildAnvil::Store::Models::Person"
        many_to_one :checked_by, class: "MildAnvil::Store::Models::Person"
      end
    end
  end
end
