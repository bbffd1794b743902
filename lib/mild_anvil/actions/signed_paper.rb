# frozen_string_literal: true

module MildAnvil
  module Actions
    # The paper of a signed text: drawn once for each number of signatures and each language, kept with its hash, never
    # drawn again.
    module SignedPaper
      module_function

      # Inside a transaction, with the row's owner locked, so that two do not draw the same one.
      # @param what [String] see Signing::Countersign; @param row [Store::Models::SignedText]
      # @param papers [Sequel::Dataset] those of the row
      # @param event [Symbol] that tells of it; @param lot_id [Integer, nil]
      # @param language [String, nil] nil: the laboratory's
      # @param hands [Integer, nil] how many signatures it shows; nil: all that there are
      # @yieldparam signatures [Array<Hash>]; @yieldparam language [String]; @yieldreturn [String] the bytes
      # @return [Sequel::Model]
      # @raise [InvalidInput] for a language that papers do not have
      def keep(what, row, papers, event:, lot_id:, language: nil, hands: nil, **owner)
        row.refresh
        all = row.signatures_dataset.count
        place = { signature_count: hands || all, language: Papers::Laboratory.language(language),
                  address: Papers::Head.base }
        place = place.slice(:signature_count) if hands && hands < all && papers.where(signature_count: hands).any?
        papers.first(place) || begin
          shown = SignedContent.signatures(row).first(place[:signature_count])
          bytes = Signing::Paper.seal(yield(shown, place[:language]), what, row, place[:signature_count])
          sha256 = Store::Models::Document.sha256(bytes)
          Store::Events.record(event, row, person_id: row.signatures[place[:signature_count] - 1].person_id,
                                           lot_id: lot_id, after: { **told(place), sha256: sha256 })
          papers.model.create(**owner, **place, sha256: sha256, content: Sequel.blob(bytes))
        end
      end

      # English needs no word.
      def told(place) = place.reject { |key, value| key == :language && value == "en" }
      private_class_method :told
    end
  end
end
