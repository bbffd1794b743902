# frozen_string_literal: true

module MildAnvil
  module Store
    module Models
      # A package that was taken in, and what came of it.
      class Package < Sequel::Model(:packages)
        include Record

        many_to_one :person, class: "MildAnvil::Store::Models::Person"
      end
    end
  end
end
