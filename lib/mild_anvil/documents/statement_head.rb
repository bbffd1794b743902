# frozen_string_literal: true

module MildAnvil
  module Documents
    # Title, hands, rule and the figures that matter.
    class StatementHead < StatementPart
      COUNTED = "%<coverage>s of all pieces are stronger, with %<confidence>s confidence"
      # In statements of before it was kept.
      COUNTED_UNLESS = "%<coverage>s of all pieces are stronger, with %<confidence>s confidence, unless the school " \
                       "states otherwise"
      PRINTED_WEAK_SHARE = 0.05
      PRINTED_WEAK_AT = 0.6
      RANKS = "This lot only ranks: no minimum and no working load follow from it."

      def draw
        about
        rule
        @sheet.sentence(@words.sentence, color: minimum? ? Sheet::DERIVED : Sheet::SIGNAL) unless marks.empty?
        figures
        beside
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
                      ["Coverage, confidence", t(statement["chosen_confidence"] ? COUNTED : COUNTED_UNLESS,
                                                 coverage: @words.per_cent("coverage"),
                                                 confidence: @words.own_confidence)],
                      ["Design factor", factor],
                      [@words.limit_name, limit]])
      end

      def factor
        return t("not stated") if statement["factor_text"].nil?

        "#{@words.words.figure(statement['factor_text'])}   (#{said(statement['factor_source'])})"
      end

      def limit
        stated = statement["working_load_limit"]
        return "#{t('none')}: #{said(statement['limit_refusal'])}" if stated.nil?

        t("%<figure>s, rounded down to the marking step", figure: figure(stated))
      end

      # How often such a bound keeps, what lowers it, what these breaks cannot see; or the ways out.
      def beside
        unseen = statement.dig("unseen", "weak").to_a.find { |row| row["share"] == PRINTED_WEAK_SHARE }
        [statement.dig("keeps", "words"), statement["stretch"], unseen && unseen["text"], proof,
         *statement["ways_out"].to_a].compact.each { |words| @sheet.paragraph(words, size: 9, said: true) }
      end

      def proof
        found = statement.dig("unseen", "proofs").to_a.find { |row| row["weak_at"] == PRINTED_WEAK_AT }
        found && found["words"]
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
