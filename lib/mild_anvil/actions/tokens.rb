# frozen_string_literal: true

module MildAnvil
  module Actions
    # Keys for scripts that act in a person's name. The key is shown once; its hash is kept. A key ends with the key it
    # was made with, and with its person's password and roles; it makes none that lasts longer than itself.
    module Tokens
      BYTES = 24
      PREFIX = "anvil_"
      DAY = 86_400

      module_function

      # @return [Array(Store::Models::Token, String)] the row, and the key that is shown this once
      # @param days [Integer, nil] after which it ends by itself
      # @param made_with [Store::Models::Token, nil] the key that asks for it
      def issue(name:, person_id:, scope: "all", days: nil, made_with: nil)
        person = People.fetch!(person_id)
        key = "#{PREFIX}#{SecureRandom.urlsafe_base64(BYTES)}"
        Store::Database.write do
          now = Time.now
          ends = [days && (now + (days * DAY)), made_with&.expires_at].compact.min
          token = Store::Models::Token.create(person_id: person.id, name: name, token_sha256: sha256(key), scope: scope,
                                              created_at: now, expires_at: ends, made_with_id: made_with&.id)
          Store::Events.record(:issue_token, token, person_id: person.id,
                                                    after: { name: name, scope: scope, days: days })
          [token, key]
        end
      end

      # @return [Array<Hash>] of a person
      def list(person_id:)
        Store::Models::Token.where(person_id: person_id).order(:id).all.map { |token| row(token) }
      end

      def row(token) = token.values.slice(:id, :name, :scope, :created_at, :revoked_at, :expires_at, :used_at)

      def revoke(id:, person_id:)
        Store::Database.write do
          token = Store::Models::Token.first(id: id, person_id: person_id) ||
                  raise(NotFound.new("there is no token #{id} of yours", id: id))
          end_all([token.id])
          token.refresh
          Store::Events.record(:revoke_token, token, person_id: person_id)
          token
        end
      end

      # All of a person's: their password is another one, or what they may do.
      def end_all_of(person_id) = end_all(Store::Models::Token.where(person_id: person_id).select_map(:id))

      # These, and all that were made with them.
      def end_all(ids)
        until ids.empty?
          Store::Models::Token.where(id: ids, revoked_at: nil).update(revoked_at: Time.now)
          ids = Store::Models::Token.where(made_with_id: ids).exclude(id: ids).select_map(:id)
        end
      end
      private_class_method :end_all

      # @return [Store::Models::Token, nil] in force
      def in_force(key, scopes:)
        Store::Models::Token.in_force(sha256(key.to_s), scopes: scopes).tap { |token| token&.used! }
      end

      def sha256(key) = OpenSSL::Digest::SHA256.hexdigest(key)
      private_class_method :sha256
    end
  end
end
