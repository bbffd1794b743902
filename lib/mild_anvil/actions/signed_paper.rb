# frozen_string_literal: true

module MildAnvil
  module Actions
    # The paper of a signed text: drawn once for each number of signatures, kept with its hash, never drawn again.
    module SignedPaper
      module_function

      # Inside a transaction, with the row's owner locked, so that two do not draw the same one.
      # @param row [Store::Models::SignedText]
      # @param papers [Sequel::Dataset] those of the row
      # @param event [Symbol] that tells of it; @param lot_id [Integer, nil]
      # @yieldparam signatures [Array<Hash>]; @yieldreturn [String] the bytes
      # @return [Sequel::Model] with the signatures that stand under it now
      def keep(row, papers, event:, lot_id:, **owner, &block)
        row.refresh
        count = row.signatures_dataset.count
        papers.first(signature_count: count) || draw(row, papers.model, count, event, lot_id, owner, &block)
      end

      def draw(row, model, count, event, lot_id, owner)
        bytes = yield SignedContent.signatures(row)
        sha256 = Store::Models::Document.sha256(bytes)
        paper = model.create(**owner, signature_count: count, sha256: sha256, content: Sequel.blob(bytes))
        Store::Events.record(event, row, person_id: row.signatures.last.person_id, lot_id: lot_id,
                                         after: { signature_count: count, sha256: sha256 })
        paper
      end
      private_class_method :draw
    end
  end
end
