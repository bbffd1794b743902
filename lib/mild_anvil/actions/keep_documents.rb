# frozen_string_literal: true

module MildAnvil
  module Actions
    # Draws the papers of a signed statement once, and keeps their bytes: what is handed out later is these bytes.
    module KeepDocuments
      TYPES = { "pdf" => "application/pdf", "csv" => "text/csv; charset=utf-8", "json" => "application/json" }.freeze

      module_function

      # What is drawn when somebody signs: every format, in the laboratory's language.
      # @param statement [Store::Models::Statement]
      # @return [Array<Store::Models::Document>] of its present signatures
      def call(statement)
        TYPES.keys.map { |format| one(statement, format) }
      end

      # @param format [String] of TYPES
      # @param language [String, nil] nil: the laboratory's; only a PDF has one
      # @return [Store::Models::Document] as it stands now; drawn if it never was
      def one(statement, format, language = nil)
        place = { statement_id: statement.id, format: format, signature_count: statement.signatures_dataset.count,
                  language: format == "pdf" ? Papers::Laboratory.language(language) : "en",
                  standing: Papers::Standing.of(statement) }
        documents = Store::Models::Document
        documents.first(place) || Store::Database.write { keep(statement, place) } || documents.first(place)
      end

      # @return [Hash] what was signed, with how it stands now
      def standing(statement) = content(statement, Papers::Standing.of(statement))

      def content(statement, standing)
        words = [(if statement.lot.job.practice?
                    Papers::Standing.practice.word
                  end), *standing].reject { |w| w.to_s.empty? }
        words.empty? ? SignedContent.call(statement) : { **SignedContent.call(statement), standing: words.join(", ") }
      end
      private_class_method :content

      def paper(statement, place)
        return unless place[:format] == "pdf"

        Papers::Head.call(title: Documents::StatementPdf::TITLE, name: statement.lot.name, record: statement,
                          number: "#{statement.lot_id}-#{statement.number}", language: place[:language],
                          standing: Papers::Standing.on_paper(statement))
      end
      private_class_method :paper

      # Drawn by two at once, the first one stays.
      # @return [nil] always: it is read afterwards
      def keep(statement, place)
        bytes = RenderStatement.call(content(statement, place[:standing]), place[:format], paper(statement, place)).b
        row = { uid: ULID.generate, **place, media_type: TYPES.fetch(place[:format]),
                sha256: OpenSSL::Digest::SHA256.hexdigest(bytes), byte_count: bytes.bytesize,
                content: Sequel.blob(bytes), created_at: Time.now }
        kept = Store::Models::Document.dataset.insert_ignore.insert(row).to_i.positive?
        return unless kept # somebody else was first

        signer = statement.signatures_dataset.order(:id).select_map(:person_id)[place[:signature_count] - 1]
        Store::Events.record(:keep_document, statement, person_id: signer, lot_id: statement.lot_id,
                                                        after: { **row.slice(:format, :signature_count, :sha256),
                                                                 **told(place) })
        nil
      end
      private_class_method :keep

      # What is not as it usually is.
      def told(place) = place.slice(:language, :standing).reject { |_, value| ["", "en"].include?(value) }
      private_class_method :told
    end
  end
end
