# frozen_string_literal: true

module MildAnvil
  module Documents
    # Labels of specimens, or tags of what was rated, on A4, three by eight: what matters large, and a code that opens
    # the record.
    class LabelsPdf
      COLUMNS = 3
      ROWS = 8
      CODE = 66
      PAD = 9
      GAP = 4

      # @param lot [String]
      # @param labels [Array<Hash>] label, code: what the QR holds, note
      # @param paper [Paper]
      # @return [String] the PDF's bytes
      # @raise [InvalidInput] without a specimen
      def self.render(lot, labels, paper: Paper.new(title: "Labels", name: lot))
        if labels.empty?
          raise InvalidInput.new("There is no specimen to label yet",
                                 fields: { specimens: "are missing" })
        end

        new(lot, labels, paper).render
      end

      def initialize(lot, labels, paper)
        @lot = lot
        @labels = labels
        @sheet = Sheet.new(paper, bare: true)
        @pdf = @sheet.pdf
        @width = @pdf.bounds.width / COLUMNS
        @height = @pdf.bounds.height / ROWS
      end

      def render
        @labels.each_slice(COLUMNS * ROWS).with_index do |page, i|
          @pdf.start_new_page if i.positive?
          page.each_with_index { |label, place| @sheet.tags.mark(:P) { draw(label, place) } }
        end
        @sheet.tags.finish
        @pdf.render
      end

      private

      def draw(label, place)
        row, column = place.divmod(COLUMNS)
        @pdf.bounding_box([column * @width, @pdf.bounds.top - (row * @height)], width: @width - GAP,
                                                                                height: @height - GAP) do
          @pdf.stroke_color Sheet::LINE
          @pdf.stroke_bounds
          Qr.draw(@pdf, label[:code], at: [PAD, @pdf.bounds.top - PAD], side: CODE)
          text(label)
        end
      end

      def text(label)
        left = CODE + (PAD * 2)
        room = { width: @width - left - PAD - GAP, overflow: :shrink_to_fit }
        top = @pdf.bounds.top - PAD
        @pdf.font("Head", style: :bold) { @pdf.text_box label[:label], at: [left, top], size: 15, height: 22, **room }
        @pdf.fill_color Sheet::SOFT
        @pdf.text_box [@lot, label[:note]].reject { |t| t.to_s.empty? }.join("\n"), at: [left, top - 24], size: 7.5,
                                                                                    height: CODE - 24, **room
      end
    end
  end
end
