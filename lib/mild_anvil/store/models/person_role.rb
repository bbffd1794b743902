# frozen_string_literal: true

module MildAnvil
  module Store
    module Models
      # One of the things a person is trusted with.
      class PersonRole < Sequel::Model(:person_roles)
        unrestrict_primary_key
      end
    end
  end
end
