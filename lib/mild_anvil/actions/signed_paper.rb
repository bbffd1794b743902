# frozen_string_literal: true

module MildAnvil
  module Actions
    # The paper of a signed text: drawn once for each number of signatures and each language, kept with its hash, never
    # drawn again.
    module SignedPaper
      module_function

      # Inside a transaction, with the row's owner locked, so that two do not draw the same one.
      # @param row [Store::Models::SignedText]
      # @param papers [Sequel::Dataset] those of the row
      # @param event [Symbol] that tells of it; @param lot_id [Integer, nil]
      # @param language [String, nil] nil: the laboratory's
      # @yieldparam signatures [Array<Hash>]; @yieldparam language [String]; @yieldreturn [String] the bytes
      # @return [Sequel::Model] with the signatures that stand under it now
      # @raise [InvalidInput] for a language that papers do not have
      def keep(row, papers, event:, lot_id:, language: nil, **owner)
        row.refresh
        place = { signature_count: row.signatures_dataset.count, language: Papers::Laboratory.language(language) }
        papers.first(place) || begin
          bytes = yield SignedContent.signatures(row), place[:language]
          sha256 = Store::Models::Document.sha256(bytes)
          Store::Events.record(event, row, person_id: row.signatures.last.person_id, lot_id: lot_id,
                                           after: { **told(place), sha256: sha256 })
          papers.model.create(**owner, **place, sha256: sha256, content: Sequel.blob(bytes))
        end
      end

      # English needs no word.
      def told(place) = place.reject { |key, value| key == :language && value == "en" }
      private_class_method :told
    end
  end
end
