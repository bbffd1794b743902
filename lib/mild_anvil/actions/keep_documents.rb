# frozen_string_literal: true

module MildAnvil
  module Actions
    # Draws the papers of a signed statement once, and keeps their bytes: what is handed out later is these bytes.
    module KeepDocuments
      TYPES = { "pdf" => "application/pdf", "csv" => "text/csv; charset=utf-8", "json" => "application/json" }.freeze

      module_function

      # What is drawn when somebody signs: every format, in the laboratory's language, for each hand that is under it by
      # now.
      # @param statement [Store::Models::Statement]
      # @return [Array<Store::Models::Document>] of its present signatures
      def call(statement)
        (1..statement.signatures_dataset.count).flat_map do |hands|
          TYPES.keys.map { |format| one(statement, format, hands: hands) }
        end.last(TYPES.size)
      end

      # @param format [String] of TYPES
      # @param language [String, nil] nil: the laboratory's; only a PDF has one
      # @param hands [Integer, nil] how many signatures it shows; nil: all that there are
      # @return [Store::Models::Document] as it stands now; drawn if it never was
      def one(statement, format, language = nil, hands: nil)
        all = statement.signatures_dataset.count
        earlier = hands && hands < all && drawn_before(statement, format, hands)
        return earlier if earlier

        place = place(statement, format, language, hands || all)
        documents = Store::Models::Document
        documents.first(place) || Store::Database.write { keep(statement, place) } || documents.first(place)
      end

      # A paper with fewer hands than there are is of the past: any one of them will do.
      def drawn_before(statement, format, hands)
        Store::Models::Document.first(statement_id: statement.id, format: format, signature_count: hands)
      end
      private_class_method :drawn_before

      def place(statement, format, language, hands)
        pdf = format == "pdf"
        { statement_id: statement.id, format: format, signature_count: hands,
          language: pdf ? Papers::Laboratory.language(language) : "en", standing: Papers::Standing.of(statement),
          address: pdf ? Papers::Head.base : "" }
      end
      private_class_method :place

      # @return [Hash] what was signed, with how it stands now
      def standing(statement) = content(statement, Papers::Standing.of(statement))

      def content(statement, standing, hands = nil)
        words = [(if statement.lot.job.practice?
                    Papers::Standing.practice.word
                  end), *standing].reject { |w| w.to_s.empty? }
        content = SignedContent.call(statement, hands: hands)
        words.empty? ? content : { **content, standing: words.join(", ") }
      end
      private_class_method :content

      def paper(statement, place)
        return unless place[:format] == "pdf"

        Papers::Head.call(title: Documents::StatementPdf::TITLE, name: statement.lot.name, record: statement,
                          number: "#{statement.lot_id}-#{statement.number}", language: place[:language],
                          hands: place[:signature_count],
                          standing: Papers::Standing.on_paper(statement))
      end
      private_class_method :paper

      # Drawn by two at once, the first one stays.
      # @return [nil] always: it is read afterwards
      def keep(statement, place)
        hands = place[:signature_count]
        bytes = RenderStatement.call(content(statement, place[:standing], hands), place[:format],
                                     paper(statement, place)).b
        bytes = Signing::Paper.seal(bytes, "statement", statement, hands) if place[:format] == "pdf"
        row = { uid: ULID.generate, **place, media_type: TYPES.fetch(place[:format]),
                sha256: OpenSSL::Digest::SHA256.hexdigest(bytes), byte_count: bytes.bytesize,
                content: Sequel.blob(bytes), created_at: Time.now }
        kept = Store::Models::Document.dataset.insert_ignore.insert(row).to_i.positive?
        return unless kept # somebody else was first

        signer = statement.signatures_dataset.order(:id).select_map(:person_id)[hands - 1]
        Store::Events.record(:keep_document, statement, person_id: signer, lot_id: statement.lot_id,
                                                        after: { **row.slice(:format, :signature_count, :sha256),
                                                                 **told(place) })
        nil
      end
      private_class_method :keep

      # What is not as it usually is.
      def told(place) = place.slice(:language, :standing, :address).reject { |_, value| ["", "en"].include?(value) }
      private_class_method :told
    end
  end
end
