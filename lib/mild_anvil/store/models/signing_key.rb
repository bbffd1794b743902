# frozen_string_literal: true

module MildAnvil
  module Store
    module Models
      # A public key: of this installation, or of another one. Never changed; whether it is believed is told beside it.
      class SigningKey < Sequel::Model(:signing_keys)
        include Record

        many_to_one :person, class: "MildAnvil::Store::Models::Person"
        many_to_one :succeeds, class: "MildAnvil::Store::Models::SigningKey"
        one_to_many :trusts, class: "MildAnvil::Store::Models::KeyTrust", key: :key_id, order: :id

        # @return [SigningKey, nil] that signs here
        def self.current = where(own: true).order(:id).last

        # @return [Boolean] whether what it signed is believed here
        def believed? = own || trusts.last&.trusted == true

        # @return [String] as it stands on papers
        def short = Core::Seal::Sealed.short(fingerprint)

        # @return [Core::Seal::Sealed, nil] what the key before it said of it
        def succession
          return if seal.nil? || succeeds.nil?

          Core::Seal::Sealed.new(text: seal_text, public_pem: succeeds.public_key, signature: seal)
        end
      end
    end
  end
end
