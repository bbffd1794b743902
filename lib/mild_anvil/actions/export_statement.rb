# frozen_string_literal: true

module MildAnvil
  module Actions
    # A statement as a paper: the bytes that were kept when it was signed, or a preview of what would be signed now.
    module ExportStatement
      Paper = Struct.new(:content, :type, :name, keyword_init: true)

      module_function

      # @param language [String, nil] of the PDF; nil: the laboratory's
      # @return [Paper] the bytes as they were first drawn, marked where the statement counts no longer
      # @raise [NotFound, InvalidInput, Tampered]
      def signed(statement_id:, format:, language: nil)
        statement = Store::Models::Statement.fetch!(statement_id)
        raise unknown_format unless KeepDocuments::TYPES.key?(format)

        document = KeepDocuments.one(statement, format, language)
        Paper.new(content: document.bytes, type: document.media_type,
                  name: "statement-#{statement.lot_id}-#{statement.number}.#{format}")
      end

      # @return [Paper] marked as a preview
      def preview(lot_id:, format:, what_if: {}, language: nil)
        type = KeepDocuments::TYPES[format] || raise(unknown_format)
        rated = RateLot.finished(lot_id: lot_id, what_if: what_if)
        content = { inputs: rated.inputs, statement: rated.statement, number: nil, sha256: rated.sha256,
                    signatures: [], revision: nil, fewer_reason: "", chain_reason: "",
                    **(rated.facts.lot.job.practice? ? { standing: Papers::Standing.practice.word } : {}) }
        paper = Papers::Head.call(title: Documents::StatementPdf::TITLE, name: rated.facts.lot.name,
                                  record: rated.facts.lot, language: language, standing: Papers::Standing.preview)
        Paper.new(content: RenderStatement.call(content, format, paper), type: type,
                  name: "statement-#{lot_id}-preview.#{format}")
      end

      def unknown_format
        InvalidInput.new("a statement is printed as #{KeepDocuments::TYPES.keys.join(', ')}",
                         fields: { format: "is not known" })
      end
      private_class_method :unknown_format
    end
  end
end
