# frozen_string_literal: true

module MildAnvil
  module Documents
    # How it was worked out: every school with its value or why it refuses; remarks; the caution.
    class StatementWorking < StatementPart
      def draw
        @sheet.heading "Working"
        @sheet.paragraph(@words.described.join(" ")) if @words.described.any?
        @pdf.move_down 4
        rows = statement["schools"].map { |school| row(school) }
        @sheet.table([%w[School Value Reason], *rows], right: [1], widths: { 0 => 128, 1 => 70 })
        statement["remarks"].each { |remark| @sheet.paragraph(remark, size: 8.5, color: Sheet::SOFT, said: true) }
        @sheet.signed_in_english if @words.signed?
        @sheet.caution(t(Core::Rating::Caution::TEXT))
      end

      private

      def row(school)
        return [t(school["name"]), t("refused"), said(school["refusal"])] if school["refusal"]

        [t(school["name"]), figure(school["stated"]), said("#{school['in_words']}. #{school['assumption']}")]
      end
    end
  end
end
