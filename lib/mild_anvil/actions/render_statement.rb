# frozen_string_literal: true

module MildAnvil
  module Actions
    # Draws a statement as PDF, CSV or JSON.
    module RenderStatement
      CURVE_POINTS = 220

      module_function

      # @param content [Hash] of SignedContent, or of a preview: number nil, no signatures
      # @param paper [Documents::Paper] the head of a PDF
      # @return [String] bytes
      # @raise [InvalidInput]
      def call(content, format, paper)
        measurand = Catalogue.measurand(content[:statement].fetch("measurand"))
        case format
        when "pdf" then Documents::StatementPdf.render(content, curves: curves(content[:inputs]), measurand: measurand,
                                                                paper: paper)
        when "csv" then Documents::StatementCsv.render(content, measurand: measurand)
        when "json" then JSON.pretty_generate(content)
        else raise InvalidInput.new("a statement is printed as #{KeepDocuments::TYPES.keys.join(', ')}",
                                    fields: { format: "is not known" })
        end
      end

      # @return [Hash] pull id => points of its curve, [seconds, SI], thin enough for paper
      def curves(inputs)
        pulls = inputs.fetch("pulls").select { |pull| pull["recording_id"] }
        kept = Store::Models::Recording.of_pulls(pulls.map { |pull| pull["uid"] }) # frozen numbers may be of elsewhere
        pulls.select { |pull| kept.key?(pull["uid"]) }.to_h do |pull|
          window = ReadWindow.call(recording_id: kept.fetch(pull["uid"]), points: CURVE_POINTS)
          judged = window[:series].find { |series| series[:judged] }
          values = judged[:highs].empty? ? judged[:lows] : judged[:highs]
          [pull["id"], window[:seconds].zip(values)]
        end
      end
    end
  end
end
