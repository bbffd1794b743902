# frozen_string_literal: true

module MildAnvil
  module Documents
    # Title, hands, rule and the figures that matter.
    class StatementHead < StatementPart
      COUNTED = "%<coverage>s of all pieces are stronger, with %<confidence>s confidence, unless the school states " \
                "otherwise"
      RANKS = "This lot only ranks: no minimum and no working load follow from it."

      def draw
        about
        rule
        @sheet.sentence(@words.sentence, color: minimum? ? Sheet::DERIVED : Sheet::SIGNAL) unless marks.empty?
        figures
        notes
      end

      # @return [Array<Hash>] of every pull that has a value; see PdfRule
      def marks
        pulls.filter_map do |pull|
          judged = pull["judgement"] || {}
          value = judged["value_si"] || pull.dig("measurement", "value_si")
          value && { state: pull["state"], counts_as: judged["counts_as"], value_si: value,
                     upper_si: judged["upper_si"] }
        end
      end

      private

      def about
        @sheet.paragraph("#{lot['customer']}: #{lot['job']}", color: Sheet::SOFT)
        color = @words.signed? ? Sheet::INK : Sheet::SIGNAL
        @words.signatures.each { |line| @sheet.paragraph(line, color: color) }
        revision
        @pdf.move_down 10
      end

      def minimum? = statement["relative"] || statement["minimum"]

      def revision
        revision = @words.content[:revision] or return
        told = revision[:changes].map { |text| said(text) }.join("; ")
        changes = told.empty? ? "" : " #{t('Changed')}: #{told}."
        said = t("Supersedes statement %<number>d", number: revision[:supersedes])
        @sheet.paragraph("#{said}: #{revision[:reason]}.#{changes}")
      end

      def rule
        return @sheet.paragraph(t("Nothing has been pulled yet.")) if marks.empty?

        chosen = @words.chosen
        interval = chosen.values_at("value_si", "upper_si") if chosen && chosen["upper_si"]
        @sheet.figure("#{t('The rule')}: #{@words.sentence}") do
          PdfRule.new(@pdf, unit: unit, marks: marks, demands: demands, words: @words.words,
                            factor_made: statement["factor_made"]).draw(interval: interval)
        end
        @pdf.move_down 8
      end

      def demands
        claims = statement["verdicts"].map { |verdict| demand(t("Claim"), verdict["claimed"], Sheet::INK, :diamond) }
        [demand(t(@words.load_name), statement["working_load_limit"], Sheet::DERIVED, :wedge),
         demand(t("Minimum"), statement["minimum"], Sheet::DERIVED, :wedge), *claims].compact
      end

      def demand(label, stated, color, shape)
        stated && { label: label, text: @words.words.figure(stated["text"]), value_si: stated["value_si"],
                    color: color, shape: shape }
      end

      def figures
        return @sheet.paragraph(t(RANKS), color: Sheet::SOFT) if statement["relative"]
        return if statement["minimum"].nil?

        @sheet.pairs([[@words.strength_name, figure(statement["minimum"])],
                      ["Rated quantity", t(statement["rated_quantity"].tr("_", " "))],
                      ["School", "#{t(@words.chosen['name'])}. #{said("#{@words.chosen['in_words']}.")}"],
                      ["Coverage, confidence", t(COUNTED, coverage: @words.per_cent("coverage"),
                                                          confidence: @words.per_cent("confidence"))],
                      ["Design factor", "#{@words.words.figure(statement['factor_text'])}   " \
                                        "(#{said(statement['factor_source'])})"],
                      [@words.limit_name, limit]])
      end

      def limit
        stated = statement["working_load_limit"]
        return "#{t('none')}: #{said(statement['limit_refusal'])}" if stated.nil?

        t("%<figure>s, rounded down to the marking step", figure: figure(stated))
      end

      def notes
        preloaded = statement.dig("preloaded", "in_words")
        @sheet.paragraph(preloaded, said: true) if preloaded
        reason = @words.content[:fewer_reason].to_s
        return if reason.empty?

        said = t("%<done>d of %<planned>s planned pulls", done: pulls.size, planned: lot["specimens_planned"])
        @sheet.paragraph("#{said}: #{reason}")
      end
    end
  end
end
