# frozen_string_literal: true

module MildAnvil
  module Documents
    # A4 paper with our fonts and inks, its head and foot, and the few things that every paper prints. Each of them is
    # tagged, and its words are looked up in the paper's language.
    class Sheet
      INK = "1b2226"
      SOFT = "566068"
      LINE = "b9b3a4"
      MEASURED = "0f4c5c"
      DERIVED = "8a5a00"
      SIGNAL = "bf360c"
      FONTS = "/usr/share/fonts/truetype"
      CAUTION_NEEDS = 80
      SIGNED_IN_ENGLISH = "What was signed are the English sentences; they count where this paper says otherwise."
      QUOTED = "en" # what has no words in another language stays English

      attr_reader :pdf, :paper, :tags

      # @param paper [Paper]
      # @param bare [Boolean] without head and title: labels
      def initialize(paper, bare: false)
        @paper = paper
        @pdf = TaggedDocument.new(page_size: "A4", margin: [42, 46, 52, 46],
                                  info: { Title: paper.full_title, Creator: "Mild Anvil #{VERSION}" })
        @tags = pdf.tags = Tags.new(pdf, paper.language)
        fonts
        pdf.fill_color INK
        pdf.stroke_color INK
        begun unless bare
      end

      def words = paper.words
      def inspect = "#<#{self.class} #{paper.full_title}>"

      # @param looked_up [Boolean] whether it is in the paper's language already
      def heading(text, looked_up: false)
        room(60)
        pdf.move_down 12
        said = looked_up ? text : words[text]
        tags.mark(:H2) { pdf.font("Head", style: :bold) { pdf.text said, size: 12 } }
        pdf.move_down 4
      end

      # The title of the paper and what it is about.
      def title
        tags.mark(:H1) { pdf.font("Head", style: :bold) { pdf.text words[paper.title], size: 18 } }
        tags.mark(:P) { pdf.text paper.name, size: 13 } unless paper.name.empty?
      end

      # The sentence that the paper is for.
      # @param said [Boolean] by the core: to be said in the paper's language
      def sentence(text, color: INK, said: false)
        pdf.move_down 4
        pdf.fill_color color
        text, language = in_language(text) if said
        tags.mark(:P, language: language) { pdf.font("Head", style: :normal) { pdf.text text, size: 12.5, leading: 2 } }
        pdf.fill_color INK
        pdf.move_down 6
      end

      # A verdict.
      def strong(text, color: INK)
        pdf.fill_color color
        tags.mark(:P) { pdf.font("Text", style: :bold) { pdf.text text, size: 11 } }
        pdf.fill_color INK
      end

      # What can hurt somebody, with a bar beside it.
      def caution(text)
        room(CAUTION_NEEDS)
        pdf.move_down 14
        top = pdf.cursor
        pdf.indent(10) { paragraph(text, size: 9) }
        tags.decoration do
          pdf.stroke_color SIGNAL
          pdf.line_width 2
          pdf.stroke { pdf.vertical_line top, pdf.cursor, at: 0 }
          pdf.stroke_color INK
        end
      end

      # @param quoted [Boolean] English whatever the paper's language is
      # @param said [Boolean] by the core: to be said in the paper's language
      def paragraph(text, color: INK, size: 9.5, quoted: false, said: false)
        pdf.fill_color color
        text, language = in_language(text) if said
        language = QUOTED if quoted && !words.english?
        tags.mark(:P, language: language) { pdf.text text, size: size, leading: 2 }
        pdf.fill_color INK
      end

      # What counts where a paper was signed and is printed in another language.
      def signed_in_english
        paragraph(words[SIGNED_IN_ENGLISH], size: 8, color: SOFT) unless words.english?
      end

      # @param rows [Array<Array(String, String)>] name, of the table of words, and value
      # @param looked_up [Boolean] whether the names are in the paper's language already
      def pairs(rows, looked_up: false)
        cells = rows.map do |name, value|
          [{ content: looked_up ? name : words[name], text_color: SOFT }, value.to_s]
        end
        tabled(cells, column_widths: { 0 => 130 }, size: 9, padding: [3, 4, 3, 0], names: true)
      end

      # @param rows [Array<Array>] the first one is the header, of the table of words
      # @param looked_up [Boolean] whether the header is in the paper's language already
      def table(rows, right: [], widths: {}, looked_up: false)
        head = looked_up ? rows.first : rows.first.map { |text| words[text] }
        tabled([head, *rows.drop(1)], column_widths: widths, size: 8.5, padding: [3, 4, 3, 4], header: true) do |t|
          t.row(0).font_style = :bold
          t.row(0).text_color = SOFT
          right.each { |column| t.column(column).align = :right }
        end
      end

      # A drawing, with the words that stand for it.
      def figure(alt, &block) = tags.mark(:Figure, alt: alt, &block)

      # Starts a new page unless that much is left.
      def room(points)
        pdf.start_new_page if pdf.cursor < points
      end

      # @param foot [String] what stands at the foot of each page
      # @return [String] the bytes
      def finish(foot)
        @letterhead&.terms
        @letterhead&.running(foot)
        tags.finish
        PdfAttached.embed(pdf, paper.attached)
        pdf.render
      end

      private

      # @return [Array(String, String)] and its language where that is not the paper's
      def in_language(text)
        found = words.said(text)
        [found.text, found.whole ? nil : QUOTED]
      end

      def begun
        @letterhead = Letterhead.new(self)
        @letterhead.shade
        pdf.on_page_create { @letterhead.shade }
        @letterhead.first
        title
      end

      def tabled(cells, size:, padding:, names: false, header: false, **more)
        style = { borders: [:top], border_color: LINE, border_width: 0.4, size: size, padding: padding }
        tags.group(:Table) do
          made = pdf.make_table(cells, header: header, width: pdf.bounds.width, cell_style: style, **more)
          yield made if block_given?
          pdf.tag_cells(made, head: header, names: names)
          made.draw
        end
        pdf.move_down 5
      end

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
