# frozen_string_literal: true

module MildAnvil
  module Store
    module Models
      # A key for scripts that act in a person's name. Only its hash is kept.
      class Token < Sequel::Model(:tokens)
        many_to_one :person, class: "MildAnvil::Store::Models::Person"

        # @param scope [String] all, or calendar: a key that stands in an address opens nothing else
        # @return [Person, nil] whose token this is, while it is in force and they are here
        def self.person_of(sha256, scope: "all")
          token = where(token_sha256: sha256, revoked_at: nil, scope: scope).first
          token&.person if token&.person&.active
        end
      end
    end
  end
end
