# frozen_string_literal: true

module MildAnvil
  module Documents
    # How it was worked out: every school with its value or why it refuses; remarks; the caution.
    class StatementWorking < StatementPart
      QUOTED = "Sentences in English are quoted as they were signed."

      def draw
        @sheet.heading "Working"
        @sheet.paragraph(@words.described.join(" ")) if @words.described.any?
        @pdf.move_down 4
        rows = statement["schools"].map { |school| row(school) }
        @sheet.table([%w[School Value Reason], *rows], right: [1], widths: { 0 => 128, 1 => 70 })
        statement["remarks"].each { |remark| @sheet.paragraph(remark, size: 8.5, color: Sheet::SOFT, quoted: true) }
        @sheet.paragraph(t(QUOTED), size: 8, color: Sheet::SOFT) unless @words.words.english?
        @sheet.caution(t(Core::Rating::Caution::TEXT))
      end

      private

      def row(school)
        return [t(school["name"]), t("refused"), school["refusal"]] if school["refusal"]

        [t(school["name"]), figure(school["stated"]), "#{school['in_words']}. #{school['assumption']}"]
      end
    end
  end
end
