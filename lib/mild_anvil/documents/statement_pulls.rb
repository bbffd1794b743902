# frozen_string_literal: true

module MildAnvil
  module Documents
    # The pulls as a table, and their curves.
    class StatementPulls < StatementPart
      CURVES_NEED = 190
      REASON = 5
      NARROW = 46
      WIDTHS = { 0 => 42, 1 => 66, 2 => 58, 3 => 62 }.freeze

      def draw
        return if pulls.empty?

        @sheet.heading("#{t('Pulls')}: #{@words.counts}", looked_up: true)
        rows = pulls.map { |pull| row(pull) }
        @sheet.table([header, *rows], right: [0, 2], widths: widths(rows), looked_up: true)
        blind
        curves
      end

      private

      # A column in which nothing stands is as wide as its head.
      def widths(rows) = rows.all? { |row| row[REASON].empty? } ? WIDTHS.merge(REASON => NARROW) : WIDTHS

      # What was said before the force was seen, and where it was changed afterwards.
      def blind
        said = pulls.select { |pull| pull["blind"] }
        return if said.empty?

        other = said.select { |pull| pull["judgement"] && changed?(pull["blind"], pull["judgement"]) }
        words = ["#{t('Judged blind first, before force and group were shown')}: #{numbers(said)}."]
        words << "#{t('Changed afterwards, with its reason above')}: #{numbers(other)}." if other.any?
        @sheet.paragraph(words.join(" "))
      end

      def changed?(blind, judged)
        blind["is_void"] != (judged["counts_as"] == "void") ||
          %w[failed_part zone mode].any? { |name| blind[name] && judged[name] && blind[name] != judged[name] }
      end

      def numbers(pulls) = "#{t(pulls.one? ? 'pull' : 'pulls')} #{pulls.map { |pull| pull['number'] }.join(', ')}"

      def header
        [t("Pull"), t("Specimen"), "#{t('Value')} (#{unit.symbol})", t("Counts as"), t("What failed"), t("Reason"),
         t("From")]
      end

      def row(pull)
        place = @words.words.or_typed(pull["feature"].to_s)
        [pull["number"], "#{pull['specimen']}, #{place}", @words.value(pull), @words.counts_as(pull),
         @words.failed(pull), @words.reasons(pull), @words.source(pull)]
      end

      def curves
        drawn = pulls.select { |pull| @curves[pull["id"]] }
        return if drawn.empty?

        @sheet.room(CURVES_NEED)
        @sheet.heading "Over time"
        items = drawn.map do |pull|
          { title: title(pull), points: @curves[pull["id"]], void: pull["state"] != "counted" }
        end
        @sheet.figure(items.map { |item| item[:title] }.join("; ")) { PdfCurves.new(@sheet, unit: unit).draw(items) }
      end

      def title(pull)
        "#{t('Pull')} #{pull['number']}: #{@words.value(pull)} #{unit.symbol}, #{@words.counts_as(pull)}"
      end
    end
  end
end
