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

      # @param lot [String]
      # @param labels [Array<Hash>] label, code: what the QR holds, note
      # @return [String] the PDF's bytes
      # @raise [InvalidInput] without a specimen
      def self.render(lot, labels)
        raise InvalidInput.new("There is no specimen to label yet", fields: { specimens: "are missing" }) if labels.empty?

        new(lot, labels).render
      end

      def initialize(lot, labels)
        @lot = lot
        @labels = labels
        @pdf = Sheet.new(title: "Labels of #{lot}").pdf
      end

      def render
        @labels.each_slice(COLUMNS * ROWS).with_index do |page, i|
          @pdf.start_new_page if i.positive?
          page.each_with_index { |label, place| draw(label, place) }
        end
        @pdf.render
      end

      private

      def width = @pdf.bounds.width / COLUMNS
      def height = @pdf.bounds.height / ROWS

      def draw(label, place)
        row, column = place.divmod(COLUMNS)
        @pdf.bounding_box([column * width, @pdf.bounds.top - (row * height)], width: width - 4, height: height - 4) do
          @pdf.stroke_color Sheet::LINE
          @pdf.stroke_bounds
          code(label[:code])
          text(label)
        end
      end

      def text(label)
        @pdf.bounding_box([CODE + (PAD * 2), @pdf.bounds.top - PAD], width: width - CODE - (PAD * 3) - 4, height: CODE) do
          @pdf.font("Head", style: :bold) { @pdf.text label[:label], size: 15, overflow: :shrink_to_fit }
          @pdf.text @lot, size: 7.5, color: Sheet::SOFT
          @pdf.text label[:note].to_s, size: 7.5, color: Sheet::SOFT
        end
      end

      # The dark modules of each row run together, so that no printer leaves hairs between them.
      def code(text)
        modules = RQRCodeCore::QRCode.new(text, level: :m).modules
        size = CODE / modules.size.to_f
        @pdf.fill_color Sheet::INK
        modules.each_with_index do |line, y|
          line.each_with_index.chunk_while { |(a, _), (b, _)| a == b }.each do |run|
            next unless run.first.first

            @pdf.fill_rectangle([PAD + (run.first.last * size), @pdf.bounds.top - PAD - (y * size)], run.size * size, size)
          end
        end
      end
    end
  end
end
