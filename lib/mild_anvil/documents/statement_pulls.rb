# frozen_string_literal: true

module MildAnvil
  module Documents
    # The pulls as a table, and their curves.
    class StatementPulls < StatementPart
      CURVES_NEED = 190

      def draw
        return if pulls.empty?

        @sheet.heading "Pulls: #{statement.dig('counts', 'in_words')}"
        @sheet.table([header, *pulls.map { |pull| row(pull) }], right: [0, 2], widths: { 0 => 32, 2 => 58, 3 => 62 })
        blind
        curves
      end

      private

      # What was said before the force was seen, and where it was changed afterwards.
      def blind
        said = pulls.select { |pull| pull["blind"] }
        return if said.empty?

        other = said.select { |pull| pull["judgement"] && changed?(pull["blind"], pull["judgement"]) }
        words = "Judged blind first, before force and group were shown: #{numbers(said)}."
        words += " Changed afterwards, with its reason above: #{numbers(other)}." if other.any?
        @sheet.paragraph(words)
      end

      def changed?(blind, judged)
        blind["is_void"] != (judged["counts_as"] == "void") ||
          %w[failed_part zone mode].any? { |name| blind[name] && judged[name] && blind[name] != judged[name] }
      end

      def numbers(pulls) = "#{pulls.one? ? 'pull' : 'pulls'} #{pulls.map { |pull| pull['number'] }.join(', ')}"

      def header = ["Pull", "Specimen", "Value (#{unit.symbol})", "Counts as", "What failed", "Reason", "From"]

      def row(pull)
        [pull["number"], "#{pull['specimen']}, #{pull['feature']}", @words.value(pull), @words.counts_as(pull),
         @words.failed(pull),
         @words.reasons(pull), @words.source(pull)]
      end

      def curves
        drawn = pulls.select { |pull| @curves[pull["id"]] }
        return if drawn.empty?

        @sheet.room(CURVES_NEED)
        @sheet.heading "Over time"
        items = drawn.map do |pull|
          { title: title(pull), points: @curves[pull["id"]], void: pull["state"] != "counted" }
        end
        PdfCurves.new(@sheet, unit: unit).draw(items)
      end

      def title(pull) = "Pull #{pull['number']}: #{@words.value(pull)} #{unit.symbol}, #{@words.counts_as(pull)}"
    end
  end
end
