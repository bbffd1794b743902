# frozen_string_literal: true

module MildAnvil
  module Store
    module Models
      # Something that flew: what, and how far.
      class NearMiss < Sequel::Model(:near_misses)
        include Record

        many_to_one :person, class: "MildAnvil::Store::Models::Person"
      end
    end
  end
end
