# frozen_string_literal: true

require "prawn"
require "rqrcode_core"

module MildAnvil
  module Documents
    # Labels of specimens on A4, three by eight: the name large, and a code that opens the specimen.
    class LabelsPdf
      COLUMNS = 3
      ROWS = 8
      CODE = 66
      PAD = 9
      GAP = 4

      # @param lot [String]
      # @param labels [Array<Hash>] label, code: what the QR holds, note
      # @return [String] the PDF's bytes
      # @raise [InvalidInput] without a specimen
      def self.render(lot, labels)
        if labels.empty?
          raise InvalidInput.new("There is no specimen to label yet",
                                 fields: { specimens: "are missing" })
        end

        new(lot, labels).render
      end

      def initialize(lot, labels)
        @lot = lot
        @labels = labels
        @pdf = Sheet.new(title: "Labels of #{lot}").pdf
        @width = @pdf.bounds.width / COLUMNS
        @height = @pdf.bounds.height / ROWS
      end

      def render
        @labels.each_slice(COLUMNS * ROWS).with_index do |page, i|
          @pdf.start_new_page if i.positive?
          page.each_with_index { |label, place| draw(label, place) }
        end
        @pdf.render
      end

      private

      def draw(label, place)
        row, column = place.divmod(COLUMNS)
        @pdf.bounding_box([column * @width, @pdf.bounds.top - (row * @height)], width: @width - GAP,
                                                                                height: @height - GAP) do
          @pdf.stroke_color Sheet::LINE
          @pdf.stroke_bounds
          code(label[:code])
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

      # The dark modules of each row run together, so that no printer leaves hairs between them.
      def code(text)
        modules = RQRCodeCore::QRCode.new(text, level: :m).modules
        size = CODE / modules.size.to_f
        @pdf.fill_color Sheet::INK
        modules.each_with_index do |line, y|
          line.each_with_index.chunk_while { |(a, _), (b, _)| a == b }.each do |run|
            next unless run.first.first

            @pdf.fill_rectangle([PAD + (run.first.last * size), @pdf.bounds.top - PAD - (y * size)], run.size * size,
                                size)
          end
        end
      end
    end
  end
end
