# frozen_string_literal: true

module MildAnvil
  module Actions
    module Signing
      # What makes a paper one that an outsider can check: the signed text and its signatures inside, and a seal over
      # its bytes behind.
      module Paper
        module_function

        # @param record [Sequel::Model] that was signed; @param hands [Integer]
        # @return [Hash] fingerprint, attached: for a Documents::Paper
        def under(record, hands)
          { fingerprint: Keys.own.short, attached: attached(record, hands) }
        end

        # @param pdf [String] bytes
        # @param what [String] statement, conclusion, report, certificate, check
        # @return [String] the bytes with their seal
        def seal(pdf, what, row, hands)
          Core::Seal::PaperSeal.append(pdf, about(what, row, hands)) do |said|
            Core::Seal::Sealed.make(Canonical.text(said), Store::KeyFile.key)
          end
        end

        # @return [Hash] what the seal of a paper says
        def about(what, row, hands)
          own = Keys.own
          { kind: "paper", version: Hand::VERSION, what: what, uid: row.uid, number: row[:number], name: row.about,
            text_sha256: text_sha256(row), standing: standing(row), installation: Packages::Write.installation,
            laboratory: Papers::Laboratory.show[:name], fingerprint: own.fingerprint,
            hands: hands(row).first(hands).map { |hand| shown(hand) }, drawn_at: Time.now.utc.iso8601 }
        end

        def attached(record, hands)
          texts = { "signed-text.json" => text(record) }
          hands(record).first(hands).each_with_index do |hand, i|
            sealed = Keys.of(hand) or next
            texts["signature-#{i + 1}.json"] = sealed.line
          end
          texts
        end
        private_class_method :attached

        # The text that was signed: a certificate's are its facts, a check's its readings.
        def text(row)
          return row.body if row.is_a?(Store::Models::SignedText)

          row.is_a?(Store::Models::ProofCertificate) ? row.content : Chain::CheckSeal.text(row)
        end
        private_class_method :text

        def text_sha256(row)
          row.is_a?(Store::Models::ProofCertificate) ? OpenSSL::Digest::SHA256.hexdigest(row.content) : row.sha256
        end
        private_class_method :text_sha256

        def standing(row) = row.is_a?(Store::Models::Statement) ? Papers::Standing.of(row) : ""
        private_class_method :standing

        def hands(row) = row.respond_to?(:signatures) ? row.signatures : [row]
        private_class_method :hands

        def shown(hand)
          signer = Hand.signer(hand)
          { name: Hand.name(hand), roles: signer["roles"].to_a, meaning: hand[:meaning] || meaning(hand),
            at: hand.created_at.utc.iso8601 }
        end
        private_class_method :shown

        def meaning(row) = row.is_a?(Store::Models::ProofCertificate) ? "certified" : "checked"
        private_class_method :meaning
      end
    end
  end
end
