# frozen_string_literal: true

module MildAnvil
  module Actions
    module Verify
      # Every hand against the signature that the key of its installation made under it, and every seal over the head of
      # the chain against the chain.
      module Hands
        KIND = "seals"
        LEFT = "of a time before hands were sealed, or by a key that is not known here"
        # model => what its seal must say
        SAID = {
          Store::Models::Signature => ->(row) { text("statement", row.statement, row) },
          Store::Models::ConclusionSignature => ->(row) { text("conclusion", row.conclusion, row) },
          Store::Models::LongReportSignature => ->(row) { text("report", row.report, row) },
          Store::Models::StatementWithdrawal => lambda { |row|
            { what: "withdrawal", statement: row.statement.uid, reason: row.reason }
          },
          Store::Models::InstrumentCheck => ->(row) { { what: "check", text_sha256: row.sha256 } },
          Store::Models::ProofCertificate => lambda { |row|
            { what: "certificate", number: row.number,
              text_sha256: OpenSSL::Digest::SHA256.hexdigest(row.content) }
          }
        }.freeze

        module_function

        # @yield [String, Symbol, nil]
        def each
          SAID.each { |model, said| model.order(:id).each { |row| yield hand(row, said) } }
          Store::Models::SigningKey.exclude(seal: nil).order(:id).each { |key| yield key(key) }
          Store::Models::ChainSeal.order(:id).each { |row| yield head(row) }
        end

        def text(what, signed, row)
          { what: what, uid: signed.uid, text_sha256: row.sha256, meaning: row.meaning }
        end
        private_class_method :text

        def hand(row, said)
          return :left if row.seal.nil?

          why = Signing::Hand.wrong(row, **said.call(row)) or return
          why == Signing::Hand::UNKNOWN ? :left : "the hand of #{Signing::Hand.name(row)} (#{row.uid}) #{why}"
        end
        private_class_method :hand

        def key(key)
          return if key.succession&.genuine? && key.succession.content["fingerprint"] == key.fingerprint

          "the key #{key.short} is not one that the key before it signed"
        end
        private_class_method :key

        def head(row)
          sealed = Signing::Keys.of(row) or return :left
          said = sealed.content
          sound = sealed.genuine? && said["sha256"] == row.sha256 &&
                  Store::Journal.sha256_of(row.event_id) == row.sha256
          "the chain was another one on #{row.created_at.utc.iso8601}, when its head was signed" unless sound
        end
        private_class_method :head
      end
    end
  end
end
