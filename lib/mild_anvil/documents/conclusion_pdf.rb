# frozen_string_literal: true

module MildAnvil
  module Documents
    # What was concluded from a comparison: the sentences, the groups they rest on, drawn on one scale, and the hands
    # under them.
    class ConclusionPdf
      ROW = 30
      NAME_WIDTH = 150
      WIDTHS = { 1 => 84, 2 => 62, 3 => 56, 4 => 56 }.freeze
      CAUTION = "It holds for what was compared, as it was tested. A rating for lifting, overhead or life-safety use " \
                "belongs to a qualified person under the code in force."

      # @param body [Hash] of a conclusion, string keys; @param signatures [Array<Hash>] person, meaning, at
      # @return [String] the PDF's bytes
      def self.render(body, number:, sha256:, signatures:, paper:) = new(body, number, sha256, signatures, paper).render

      def initialize(body, number, sha256, signatures, paper)
        @body = body
        @study = body.fetch("content")
        @number = number
        @sha256 = sha256
        @signatures = signatures
        @sheet = Sheet.new(paper)
        @pdf = @sheet.pdf
      end

      def render
        @body["sentences"].each { |sentence| @sheet.sentence(sentence, said: true) }
        @sheet.paragraph(@body["words"]) unless @body["words"].empty?
        head
        mind
        groups
        effects
        hands
        @sheet.finish("#{@sheet.paper.full_title}, #{@body.dig('lot', 'job')}   sha256 #{@sha256[0, 16]}")
      end

      private

      def head
        @sheet.pairs([["Asked about", @body.dig("lot", "name")], ["Compared by", @study["by_name"]],
                      ["Groups", @study["groups"].map { |g| g["name"] }.join("; ")],
                      ["Confidence", words.figure("#{format('%g', @study['confidence'] * 100)} %")]])
      end

      def mind
        return if @study["mind"].empty?

        @sheet.heading("What else differs")
        @study["mind"].each { |sentence| @sheet.paragraph(sentence, said: true) }
      end

      def groups
        @sheet.heading("The groups, with their averages and limits")
        @sheet.figure(@study["groups"].map { |group| "#{group['name']}: #{figure(group['centre'])}" }.join("; ")) do
          @study["groups"].each { |group| row(group) }
          scale
        end
        @sheet.table([%w[Group Counts Average From To], *@study["groups"].map { |g| cells(g) }], right: [2, 3, 4],
                                                                                                 widths: WIDTHS)
      end

      def cells(group)
        [group["name"], counts(group), *%w[centre low high].map { |name| figure(group[name]) }]
      end

      # @return [String] such as "6 break, 1 at least"
      def counts(group) = group["counts_in_words"].split(", ").map { |text| words.said(text).text }.join(", ")

      def words = @sheet.words
      def figure(figure) = figure ? words.figure("#{figure['text']} #{figure['unit']}") : "–"

      def row(group)
        @sheet.room(ROW + 20)
        @pdf.bounding_box([0, @pdf.cursor], width: @pdf.bounds.width, height: ROW) do
          @pdf.text_box group["name"], at: [0, ROW - 4], width: NAME_WIDTH - 6, height: ROW, size: 8.5,
                                       overflow: :shrink_to_fit
          limits(group)
          group["marks"].each { |mark| mark(mark) }
          @pdf.fill_color Sheet::INK
          @pdf.stroke_color Sheet::LINE
          @pdf.line_width 0.4
          @pdf.stroke { @pdf.horizontal_line 0, @pdf.bounds.width, at: 0 }
        end
      end

      def limits(group)
        return if group["low_si"].nil?

        @pdf.fill_color "dccfae"
        @pdf.fill_rectangle [x(group["low_si"]), ROW - 3], [x(group["high_si"]) - x(group["low_si"]), 1].max, 5
        @pdf.fill_color Sheet::DERIVED
        @pdf.fill_rectangle [x(group.dig("centre", "value_si")) - 0.6, ROW - 2], 1.2, 8
      end

      def mark(mark)
        PdfMark.new(@pdf, 21).draw(mark.transform_keys(&:to_sym).merge(state: "counted"), x(mark["value_si"]))
      end

      # From a little below the lowest to a little above the highest: groups are compared, not held against nothing.
      def range
        @range ||= begin
          all = @study["groups"].flat_map do |g|
            [g["low_si"], g["high_si"], *g["marks"].map do |m|
              m["value_si"]
            end]
          end.compact
          low, high = all.minmax
          room = [(high - low) * 0.06, high * 0.01].max
          [[low - room, 0].max, high + room]
        end
      end

      def x(value_si)
        low, high = range
        NAME_WIDTH + ((@pdf.bounds.width - NAME_WIDTH - 10) * (value_si.clamp(low, high) - low) / (high - low))
      end

      def scale
        ends = range.map { |value| Core::Quantity::FigureRule.for(unit: unit, largest_si: range.last).nearest(value).to_s }
        @pdf.move_down 3
        @pdf.fill_color Sheet::SOFT
        @pdf.text_box ends.first, at: [NAME_WIDTH, @pdf.cursor], size: 7.5
        @pdf.text_box ends.last, at: [NAME_WIDTH, @pdf.cursor], width: @pdf.bounds.width - NAME_WIDTH, align: :right,
                                 size: 7.5
        @pdf.fill_color Sheet::INK
        @pdf.move_down 14
      end

      def unit
        Catalogue.measurands.flat_map(&:units).find { |u| u.symbol == @study["unit"] }
      end

      def effects
        rows = @study.dig("effects", "rows")
        return if rows.empty?

        @sheet.heading("What makes a difference, all groups together")
        @sheet.table([["", "", "p, raised for their number"],
                      *rows.map { |r| effect(r) }], right: [2])
        @sheet.paragraph("#{words['Scatter left']}: #{words.said(@study.dig('effects', 'scatter_left')).text}.")
      end

      def effect(row) = [row["name"], words.said(row["text"]).text, words.figure(format("%.2g", row["p_raised"]))]

      def hands
        @sheet.heading("Signed")
        @sheet.pairs(@signatures.map do |s|
          [s[:meaning].capitalize, "#{s[:person]}, #{s[:at]}"]
        end + [["SHA-256", @sha256]])
        @sheet.signed_in_english
        @sheet.caution(words[CAUTION])
      end
    end
  end
end
