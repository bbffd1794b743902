# frozen_string_literal: true

module MildAnvil
  module Documents
    # Small force curves on one common force axis, three to a row.
    class PdfCurves
      COLUMNS = 3
      HEIGHT = 92
      GAP = 14

      # @param sheet [Sheet]
      # @param unit [Core::Quantity::Unit]
      def initialize(sheet, unit:)
        @sheet = sheet
        @pdf = sheet.pdf
        @unit = unit
      end

      # @param items [Array<Hash>] title, points ([seconds, newtons]), void
      def draw(items)
        top = items.flat_map { |item| item[:points].map(&:last) }.compact.max * 1.05
        width = (@pdf.bounds.width - (GAP * (COLUMNS - 1))) / COLUMNS
        items.each_slice(COLUMNS) do |row|
          @sheet.room(HEIGHT + 20)
          y = @pdf.cursor
          row.each_with_index { |item, i| frame(item, [i * (width + GAP), y], width, top) }
          @pdf.move_cursor_to(y - HEIGHT - 8)
        end
      end

      private

      def frame(item, at, width, top)
        @pdf.bounding_box(at, width: width, height: HEIGHT) do
          @pdf.fill_color Sheet::INK
          @pdf.draw_text item[:title], at: [0, HEIGHT - 8], size: 7.5
          plot(item, width, HEIGHT - 26, top)
        end
      end

      def plot(item, width, height, top)
        @pdf.translate(0, 12) do
          @pdf.stroke_color Sheet::LINE
          @pdf.line_width 0.4
          [0, 0.5, 1].each { |share| @pdf.stroke { @pdf.horizontal_line 0, width, at: height * share } }
          curve(item, width, height, top)
          @pdf.fill_color Sheet::SOFT
          @pdf.draw_text @sheet.words.figure("#{format('%.3g', @unit.from_si(top))} #{@unit.symbol}"),
                         at: [width - 34, height + 2], size: 6
          @pdf.draw_text @sheet.words.figure("#{format('%.3g', span(item))} s"), at: [width - 22, -8], size: 6
        end
      end

      def span(item) = item[:points].last[0] - item[:points].first[0]

      def curve(item, width, height, top)
        points = item[:points].reject { |_, force| force.nil? }
        start = points.first[0]
        length = [span(item), 1.0e-9].max
        path = points.map { |t, force| [width * (t - start) / length, (height * force / top).clamp(-2, height)] }
        @pdf.stroke_color item[:void] ? Sheet::SOFT : Sheet::MEASURED
        @pdf.line_width 0.8
        @pdf.stroke do
          @pdf.move_to path.first
          path.drop(1).each { |point| @pdf.line_to point }
        end
      end
    end
  end
end
