# frozen_string_literal: true

module MildAnvil
  module Actions
    module Signing
      # What a person signs: a text that names what, by its hash, and who, as they were called then; signed by the key
      # of this installation.
      module Hand
        VERSION = 1
        # Whoever may put a hand under something; what orders acts is the chain, so they must have the role when it is
        # written, not when they asked.
        ROLES = { "reviewed" => %w[reviewer], "withdrawn" => %w[reviewer] }.freeze
        WORKING = %w[technician reviewer].freeze
        UNKNOWN = "is signed by a key that is not known here"

        module_function

        # Inside the transaction that keeps it.
        # @param what [String] statement, conclusion, report, certificate, check, withdrawal
        # @param about [Hash] uid, number, name, text_sha256 of what is signed, and what else it says
        # @return [Hash] columns: uid, person_id, created_at, seal_text, seal_key, seal
        # @raise [Forbidden] for whoever lost the role
        def columns(person, meaning, what, **about)
          roles = roles!(person, meaning)
          uid = ULID.generate
          at = Time.now.round(6)
          text = Canonical.text({ kind: "signature", version: VERSION, installation: Packages::Write.installation,
                                  laboratory: Papers::Laboratory.show[:name], what: what, meaning: meaning, **about,
                                  signer: { uid: person.uid, name: person.name, roles: roles }, hand: uid,
                                  at: at.utc.iso8601(6) })
          { uid: uid, person_id: person.id, created_at: at, **Keys.seal(text) }
        end

        # @return [String] whose hand it is, as they were called then
        def name(row) = signer(row)["name"] || NamesThen.new.name(row.person, row.created_at)

        # @return [Hash] uid, name, roles of then; empty where it was kept before there were seals
        def signer(row) = row.seal_text ? JSON.parse(row.seal_text).fetch("signer") : {}

        # @param row [Sequel::Model]; @param said [Hash] uid, text_sha256 and what else its seal must say
        # @return [String, nil] what is wrong with the seal of a hand; nil where it is sound, or of a time before seals
        def wrong(row, **said)
          return if row.seal.nil?

          sealed = Keys.of(row) or return UNKNOWN
          return "has a signature that its key did not make" unless sealed.genuine?

          content = sealed.content
          other = said.find { |name, value| content[name.to_s] != value }
          return "was signed as another #{other.first.to_s.tr('_', ' ')}" if other

          "names another hand than signed" unless content["hand"] == row.uid && signer?(content, row)
        end

        def signer?(content, row) = content.dig("signer", "uid") == row.person.uid
        private_class_method :signer?

        # Held, so that nobody takes a role away between this and the end of the transaction.
        def roles!(person, meaning)
          roles = Store::Models::PersonRole.held(person.id)
          active = Store::Models::Person.where(id: person.id, active: true).any?
          return roles if active && roles.intersect?(ROLES.fetch(meaning, WORKING))

          raise Forbidden, "#{person.name} may not do this any longer: the role was taken away meanwhile"
        end
        private_class_method :roles!
      end
    end
  end
end
