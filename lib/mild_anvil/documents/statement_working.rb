# frozen_string_literal: true

module MildAnvil
  module Documents
    # How it was worked out: every school with its value or why it refuses; remarks; the caution.
    class StatementWorking < StatementPart
      CAUTION_NEEDS = 80

      def draw
        @sheet.heading "Working"
        described
        @pdf.move_down 4
        @sheet.table([%w[School Value Reason], *statement["schools"].map do |school|
          row(school)
        end], right: [1], widths: { 0 => 128, 1 => 70 })
        statement["remarks"].each { |remark| @sheet.paragraph(remark, size: 8.5, color: Sheet::SOFT) }
        caution
      end

      private

      def described
        found = statement["description"] or return
        @sheet.paragraph("#{found['breaks']} breaks: mean #{figure(found['mean'])}#{spread(found)}, lowest " \
                         "#{figure(found['lowest'])}, " \
                         "highest #{figure(found['highest'])}.")
      end

      def spread(found)
        return "" if found["standard_deviation"].nil?

        share = format("%.1f", found["variation_share"] * 100)
        ", standard deviation #{figure(found['standard_deviation'])} (#{share} % of the mean)"
      end

      def row(school)
        return [school["name"], "refused", school["refusal"]] if school["refusal"]

        [school["name"], figure(school["stated"]), "#{school['in_words']}. #{school['assumption']}"]
      end

      def caution
        @sheet.room(CAUTION_NEEDS)
        @pdf.move_down 14
        @pdf.stroke_color Sheet::SIGNAL
        @pdf.line_width 2
        top = @pdf.cursor
        @pdf.indent(10) { @sheet.paragraph(Core::Rating::Caution::TEXT, size: 9) }
        @pdf.stroke { @pdf.vertical_line top, @pdf.cursor, at: 0 }
        @pdf.stroke_color Sheet::INK
      end
    end
  end
end
