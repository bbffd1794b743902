# frozen_string_literal: true

module MildAnvil
  module Documents
    # Title, hands, rule and the figures that matter.
    class StatementHead < StatementPart
      COUNTED = "%<coverage>s of all pieces are stronger, with %<confidence>s confidence, unless the school states " \
                "otherwise"

      def draw
        title
        rule
        figures
        notes
      end

      private

      def title
        @pdf.font("Head", style: :bold) { @pdf.text "Rating statement", size: 18 }
        @pdf.text lot["name"], size: 13
        @sheet.paragraph("#{lot['customer']}: #{lot['job']}", color: Sheet::SOFT)
        color = @words.signed? ? Sheet::INK : Sheet::SIGNAL
        @words.signatures.each { |line| @sheet.paragraph(line, color: color) }
        revision
        @pdf.move_down 10
      end

      def revision
        revision = @words.content[:revision] or return
        changes = revision[:changes].empty? ? "" : " Changed: #{revision[:changes].join('; ')}."
        @sheet.paragraph("Supersedes statement #{revision[:supersedes]}: #{revision[:reason]}.#{changes}")
      end

      def rule
        return @sheet.paragraph("Nothing has been pulled yet.") if marks.empty?

        chosen = @words.chosen
        interval = chosen.values_at("value_si", "upper_si") if chosen && chosen["upper_si"]
        PdfRule.new(@pdf, unit: unit, marks: marks, demands: demands,
                          factor_made: statement["factor_made"]).draw(interval: interval)
        @pdf.move_down 8
      end

      def marks
        pulls.filter_map do |pull|
          judged = pull["judgement"] || {}
          value = judged["value_si"] || pull.dig("measurement", "value_si")
          value && { state: pull["state"], counts_as: judged["counts_as"], value_si: value,
                     upper_si: judged["upper_si"] }
        end
      end

      def demands
        claims = statement["verdicts"].map { |verdict| demand("Claim", verdict["claimed"], Sheet::INK, :diamond) }
        [demand(@words.load_name, statement["working_load_limit"], Sheet::DERIVED, :wedge),
         demand("Minimum", statement["minimum"], Sheet::DERIVED, :wedge), *claims].compact
      end

      def demand(label, stated, color, shape)
        stated && { label: label, text: stated["text"], value_si: stated["value_si"], color: color, shape: shape }
      end

      def figures
        return index if statement["relative"]
        if statement["minimum"].nil?
          return @sheet.paragraph("No minimum. #{statement['recommended_reason']}", color: Sheet::SIGNAL,
                                                                                    size: 11)
        end

        @sheet.pairs([[@words.strength_name, figure(statement["minimum"])],
                      ["Rated quantity", statement["rated_quantity"].tr("_", " ")],
                      ["School", "#{@words.chosen['name']}. #{@words.chosen['in_words']}."],
                      ["Coverage, confidence", format(COUNTED, coverage: @words.per_cent("coverage"),
                                                               confidence: @words.per_cent("confidence"))],
                      ["Design factor", "#{statement['factor_text']}   (#{statement['factor_source']})"],
                      [@words.limit_name, limit]])
      end

      def limit
        stated = statement["working_load_limit"]
        stated ? "#{figure(stated)}, rounded down to the marking step" : "none: #{statement['limit_refusal']}"
      end

      def index
        @sheet.paragraph(statement.dig("relative", "in_words"), size: 12)
        @sheet.paragraph("This lot only ranks: no minimum and no working load follow from it.", color: Sheet::SOFT)
      end

      def notes
        preloaded = statement.dig("preloaded", "in_words")
        @sheet.paragraph(preloaded) if preloaded
        reason = @words.content[:fewer_reason].to_s
        @sheet.paragraph("#{pulls.size} of #{lot['specimens_planned']} planned pulls: #{reason}") unless reason.empty?
      end
    end
  end
end
