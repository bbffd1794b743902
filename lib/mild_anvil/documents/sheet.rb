# frozen_string_literal: true

require "prawn"
require "prawn/table"

module MildAnvil
  module Documents
    # A4 paper with our fonts and inks, and the few things that every paper prints.
    class Sheet
      INK = "1b2226"
      SOFT = "566068"
      LINE = "b9b3a4"
      MEASURED = "0f4c5c"
      DERIVED = "8a5a00"
      SIGNAL = "bf360c"
      FONTS = "/usr/share/fonts/truetype"

      attr_reader :pdf

      def initialize(title:)
        @pdf = Prawn::Document.new(page_size: "A4", margin: [42, 46, 52, 46],
                                   info: { Title: title, Creator: "Mild Anvil #{VERSION}" })
        fonts
        pdf.fill_color INK
        pdf.stroke_color INK
      end

      def heading(text)
        room(60)
        pdf.move_down 12
        pdf.font("Head", style: :bold) { pdf.text text, size: 12 }
        pdf.move_down 4
      end

      def paragraph(text, color: INK, size: 9.5)
        pdf.fill_color color
        pdf.text text, size: size, leading: 2
        pdf.fill_color INK
      end

      # @param rows [Array<Array(String, String)>] name and value
      def pairs(rows)
        cells = rows.map { |name, value| [{ content: name, text_color: SOFT }, value.to_s] }
        pdf.table(cells, width: pdf.bounds.width, column_widths: { 0 => 130 },
                         cell_style: { borders: [:top], border_color: LINE, border_width: 0.4, size: 9,
                                       padding: [3, 4, 3, 0] })
      end

      # @param rows [Array<Array>] the first one is the header
      def table(rows, right: [], widths: {})
        pdf.table(rows, header: true, width: pdf.bounds.width, column_widths: widths,
                        cell_style: { borders: [:top], border_color: LINE, border_width: 0.4, size: 8.5,
                                      padding: [3, 4, 3, 4] }) do |t|
          t.row(0).font_style = :bold
          t.row(0).text_color = SOFT
          right.each { |column| t.column(column).align = :right }
        end
      end

      # Starts a new page unless that much is left.
      def room(points)
        pdf.start_new_page if pdf.cursor < points
      end

      def number_pages(text)
        pdf.number_pages "#{text}   page <page> of <total>", at: [0, -24], size: 8, color: SOFT
      end

      private

      def fonts
        lato = File.join(FONTS, "lato")
        dejavu = File.join(FONTS, "dejavu")
        pdf.font_families.update("Text" => { normal: "#{lato}/Lato-Regular.ttf", bold: "#{lato}/Lato-Bold.ttf" },
                                 "Head" => { normal: "#{lato}/Lato-Semibold.ttf", bold: "#{lato}/Lato-Heavy.ttf" },
                                 "Mono" => { normal: "#{dejavu}/DejaVuSansMono.ttf",
                                             bold: "#{dejavu}/DejaVuSansMono-Bold.ttf" })
        pdf.fallback_fonts ["Mono"]
        pdf.font "Text"
      end
    end
  end
end
