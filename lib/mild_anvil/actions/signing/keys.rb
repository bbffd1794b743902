# frozen_string_literal: true

module MildAnvil
  module Actions
    module Signing
      # The keys that are known here: the one that signs, those before it, those of other installations.
      module Keys
        Sealed = Core::Seal::Sealed

        module_function

        # The row of the key that signs here; told the first time it is used.
        # @return [Store::Models::SigningKey]
        # @raise [Error] where the key's file cannot be read
        def own
          key = Store::KeyFile.key
          fingerprint = Sealed.fingerprint(key)
          Store::Models::SigningKey.first(fingerprint: fingerprint) || begin
            Store::Models::SigningKey.dataset.insert_ignore.insert(columns(key, fingerprint))
            Store::Models::SigningKey.first(fingerprint: fingerprint)
          end
        end

        # @param text [String]
        # @return [Hash] seal_text, seal_key, seal: columns beside what was signed
        def seal(text)
          known = own
          sealed = Sealed.make(text, Store::KeyFile.key)
          { seal_text: text, seal_key: known.fingerprint, seal: sealed.signature }
        end

        # @param row [Sequel::Model] with the columns of a seal
        # @return [Core::Seal::Sealed, nil] nil where it has none, or its key is not known
        def of(row)
          key = row.seal && Store::Models::SigningKey.first(fingerprint: row.seal_key) or return
          Sealed.new(text: row.seal_text, public_pem: key.public_key, signature: row.seal)
        end

        # A new key for this installation, which the one before signs.
        # @return [Store::Models::SigningKey]
        # @raise [InvalidInput] without a reason
        def replace(person_id:, reason:)
          person = People.fetch!(person_id)
          words = reason.to_s.strip
          raise InvalidInput.new("Say why it is replaced", fields: { reason: "is missing" }) if words.empty?

          pem = Store::KeyFile.generate
          Store::Database.write do
            before = own
            key = OpenSSL::PKey.read(pem)
            row = succeeded(before, key, person, words)
            Store::Events.record(:replace_signing_key, row, person_id: person.id,
                                                            before: { fingerprint: before.fingerprint },
                                                            after: { fingerprint: row.fingerprint, reason: words })
            Store::KeyFile.put(pem) # the last thing: what fails before it leaves the old key in its place
            row
          end
        end

        # @param pem [String] of another installation's public key
        # @return [Store::Models::SigningKey] known from now on, believed or not
        # @raise [InvalidInput] for what is no such key
        def know(pem, name:)
          key = Sealed.public_key(pem) || raise(InvalidInput.new("This is no Ed25519 public key",
                                                                 fields: { public_key: "is none" }))
          fingerprint = Sealed.fingerprint(key)
          Store::Models::SigningKey.dataset.insert_ignore.insert(columns(key, fingerprint, own: false, name: name))
          Store::Models::SigningKey.first(fingerprint: fingerprint)
        end

        # @param trusted [Boolean]
        # @return [Store::Models::SigningKey]
        # @raise [NotFound]; [InvalidInput] for a key of here, or without a reason
        def trust(id, trusted:, reason:, person_id:)
          person = People.fetch!(person_id)
          key = Store::Models::SigningKey[id] || raise(NotFound.new("there is no key #{id}", id: id))
          words = reason.to_s.strip
          raise InvalidInput.new("This key is of here", fields: { id: "is of here" }) if key.own
          if words.empty?
            raise InvalidInput.new("Say how you know whose key it is, or why it is believed no longer",
                                   fields: { reason: "is missing" })
          end

          Store::Database.write do
            Store::Models::KeyTrust.create(key_id: key.id, trusted: trusted, reason: words, person_id: person.id)
            Store::Events.record(trusted ? :trust_key : :distrust_key, key, person_id: person.id,
                                                                            after: { fingerprint: key.fingerprint,
                                                                                     reason: words })
          end
          key.refresh
        end

        # @return [Array<Hash>] the key of here first
        def list
          own
          keys = Store::Models::SigningKey.order(Sequel.desc(:own), Sequel.desc(:id)).eager(:person, trusts: :person)
          keys.all.map { |key| shown(key) }
        end

        def shown(key)
          last = key.trusts.last
          { id: key.id, name: key.name, fingerprint: key.fingerprint, short: key.short, own: key.own,
            signs: key.own && key.id == Store::Models::SigningKey.current&.id, believed: key.believed?,
            sworn: key.succession&.genuine? == true, follows: key.succeeds&.short, created_at: key.created_at,
            public_key: key.public_key, person: (last&.person || key.person)&.name, reason: last&.reason.to_s }
        end

        def succeeded(before, key, person, reason)
          fingerprint = Sealed.fingerprint(key)
          text = Canonical.text({ kind: "succession", version: Hand::VERSION, installation: Packages::Write.installation,
                                  follows: before.fingerprint, fingerprint: fingerprint, reason: reason,
                                  by: person.name, at: Time.now.utc.iso8601(6) })
          columns = columns(key, fingerprint).merge(seal(text), succeeds_id: before.id, person_id: person.id)
          Store::Models::SigningKey[Store::Models::SigningKey.dataset.insert(columns)]
        end
        private_class_method :succeeded

        def columns(key, fingerprint, own: true, name: "")
          { uid: ULID.generate, fingerprint: fingerprint, public_key: key.public_to_pem, own: own,
            name: name.to_s[0, 200], created_at: Time.now }
        end
        private_class_method :columns
      end
    end
  end
end
