# frozen_string_literal: true

module MildAnvil
  module Actions
    # A rating as a paper: PDF, CSV or JSON of the same statement; signed by number, or as a draft of what would be signed now.
    module ExportRating
      CURVE_POINTS = 220
      Paper = Struct.new(:content, :type, :name, keyword_init: true)
      TYPES = { "pdf" => "application/pdf", "csv" => "text/csv; charset=utf-8", "json" => "application/json" }.freeze

      module_function

      # @return [Paper]
      # @raise [NotFound, InvalidInput]
      def signed(rating_id:, format:)
        rating = Store::Models::SignedRating.fetch!(rating_id)
        content = { inputs: rating.inputs, statement: rating.statement, rating: { number: rating.number, person: rating.person.name, signed_at: rating.created_at.iso8601 } }
        paper(content, format, "rating-#{rating.lot_id}-#{rating.number}")
      end

      # @return [Paper]
      def draft(lot_id:, format:, what_if: {})
        rated = RateLot.call(lot_id: lot_id, what_if: what_if.merge(simulate: true))
        content = { inputs: RatingInputs.call(rated), statement: rated.statement.to_h, rating: nil }
        paper(JSON.parse(JSON.generate(content), symbolize_names: false).transform_keys(&:to_sym), format, "rating-#{lot_id}-draft")
      end

      def paper(content, format, name)
        type = TYPES[format] || raise(InvalidInput.new("a rating is printed as #{TYPES.keys.join(', ')}", format: format))
        body = case format
               when "pdf" then Documents::RatingPdf.render(**content, curves: curves(content[:inputs]), units: Catalogue.units)
               when "csv" then Documents::RatingCsv.render(**content, units: Catalogue.units)
               else JSON.pretty_generate(content)
               end
        Paper.new(content: body, type: type, name: "#{name}.#{format}")
      end
      private_class_method :paper

      # @return [Hash] pull id => points of its curve, [seconds, newtons], thin enough for paper
      def curves(inputs)
        inputs.fetch("pulls").select { |pull| pull["curve_id"] }.to_h do |pull|
          window = ReadWindow.call(curve_id: pull["curve_id"], points: CURVE_POINTS)
          main = window[:series].find { |s| s[:main] }
          values = main[:highs].empty? ? main[:lows] : main[:highs]
          [pull["id"], window[:seconds].zip(values)]
        end
      end
      private_class_method :curves
    end
  end
end
