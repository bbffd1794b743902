# frozen_string_literal: true

module MildAnvil
  module Actions
    # Draws the papers of a signed statement once, and keeps their bytes: what is handed out later is these bytes.
    module KeepDocuments
      TYPES = { "pdf" => "application/pdf", "csv" => "text/csv; charset=utf-8", "json" => "application/json" }.freeze

      module_function

      # @param statement [Store::Models::Statement]
      # @return [Array<Store::Models::Document>] of its present signatures
      def call(statement)
        kept = documents(statement)
        return kept if kept.size == TYPES.size

        content = SignedContent.call(statement)
        Store::Database.write { (TYPES.keys - kept.map(&:format)).each { |format| keep(statement, format, content) } }
        documents(statement)
      end

      def documents(statement)
        Store::Models::Document.where(statement_id: statement.id,
                                      signature_count: statement.signatures_dataset.count).order(:id).all
      end
      private_class_method :documents

      # Drawn by two at once, the first one stays.
      def keep(statement, format, content)
        bytes = RenderStatement.call(content, format).b
        row = { uid: ULID.generate, statement_id: statement.id, format: format,
                signature_count: content[:signatures].size,
                media_type: TYPES.fetch(format), sha256: OpenSSL::Digest::SHA256.hexdigest(bytes),
                byte_count: bytes.bytesize,
                content: Sequel.blob(bytes), created_at: Time.now }
        kept = Store::Models::Document.dataset.insert_ignore.insert(row).to_i.positive?
        return unless kept # somebody else was first

        signer = statement.signatures_dataset.order(:id).select_map(:person_id)[content[:signatures].size - 1]
        Store::Events.record(:keep_document, statement, person_id: signer, lot_id: statement.lot_id,
                                                        after: row.slice(:format, :signature_count, :sha256))
      end
      private_class_method :keep
    end
  end
end
