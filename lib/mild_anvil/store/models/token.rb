# frozen_string_literal: true

module MildAnvil
  module Store
    module Models
      # A key for scripts that act in a person's name. Only its hash is kept.
      class Token < Sequel::Model(:tokens)
        many_to_one :person, class: "MildAnvil::Store::Models::Person"

        USED_EVERY = 3600 # seconds after which it is written down again that it is used

        # @param scopes [Array<String>] all; read: nothing is changed with it; calendar: it opens nothing else
        # @return [Token, nil] while it is in force and its person is here
        def self.in_force(sha256, scopes:)
          token = where(token_sha256: sha256, revoked_at: nil, scope: scopes).first
          token if token&.person&.active && !token.over?
        end

        def over?(now = Time.now) = !expires_at.nil? && expires_at <= now

        # Two servers may be asked with it at once.
        def used!(now = Time.now)
          return unless used_at.nil? || now - used_at > USED_EVERY

          Database.again { update(used_at: now) }
        end
      end
    end
  end
end
