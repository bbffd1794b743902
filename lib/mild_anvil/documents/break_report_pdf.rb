# frozen_string_literal: true

module MildAnvil
  module Documents
    # What broke at what, in a lot: the rule with every pull, the pulls, their curves, what was tested. It rates
    # nothing.
    class BreakReportPdf < StatementPart
      TITLE = "Break report"
      NOTHING = "No minimum and no working load is stated here: this is what was measured and how it was judged."

      # @param content [Hash] see StatementWords; @param curves [Hash] pull id => points
      # @param hands [Array<String>] who judged; @param paper [Paper]
      # @return [String] the PDF's bytes
      def self.render(content, curves:, measurand:, paper:, hands:)
        words = StatementWords.new(content, measurand, paper.words)
        new(Sheet.new(paper), words, curves).render(hands)
      end

      def render(hands)
        @sheet.paragraph("#{lot['customer']}: #{lot['job']}", color: Sheet::SOFT)
        @pdf.move_down 8
        rule
        @sheet.sentence("#{t('Pulls')}: #{@words.counts}.")
        @sheet.paragraph([*@words.described, t(NOTHING)].join(" "))
        StatementPulls.new(@sheet, @words, @curves).draw
        StatementVerdicts.new(@sheet, @words, @curves).tested
        @sheet.heading("Signed")
        @sheet.pairs([["Judged by", hands.join(", ")], ["Name and signature", " \n "]])
        @sheet.caution(t(Core::Rating::Caution::TEXT))
        @sheet.finish(lot["name"])
      end

      private

      def rule
        marks = StatementHead.new(@sheet, @words, @curves).marks
        return if marks.empty?

        @sheet.figure("#{t('The rule')}: #{@words.counts}") do
          PdfRule.new(@pdf, unit: unit, marks: marks, demands: [], words: @words.words).draw
        end
        @pdf.move_down 8
      end
    end
  end
end
