# frozen_string_literal: true

module MildAnvil
  module Store
    module Models
      # One of the things a person is trusted with.
      class PersonRole < Sequel::Model(:person_roles)
        unrestrict_primary_key

        # @return [Array<String>] roles of a person, which nobody takes away before the end of the transaction
        def self.held(person_id) = where(person_id: person_id).order(:role).lock_style(:share).select_map(:role)
      end
    end
  end
end
