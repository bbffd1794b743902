# frozen_string_literal: true

require "prawn"

module MildAnvil
  module Documents
    # Head, foot and standing of every paper: whose it is, its number, the code that opens its record, and whether it
    # still counts.
    class Letterhead
      CODE = 50
      MARK = [64, 34].freeze # the most that a mark takes
      SHADE = "e9a48d"
      EDGE = 16
      STRIPE = 9

      # @param mark [String] bytes of a picture
      # @return [Boolean] whether it can stand on a paper
      def self.drawable?(mark)
        document = Prawn::Document.new
        begin
          document.image(StringIO.new(mark), at: [0, 0], fit: MARK)
          true
        rescue StandardError # whatever is wrong from here on is wrong with the picture
          false
        end
      end

      # @param sheet [Sheet]
      def initialize(sheet)
        @sheet = sheet
        @pdf = sheet.pdf
        @paper = sheet.paper
        @words = @paper.words
      end

      # At the top of the first page.
      def first
        top = @pdf.bounds.top
        left = mark(top)
        @sheet.tags.mark(:P) { owner(left, top) } unless @paper.laboratory.name.empty?
        code(top) if @paper.link
        @pdf.move_cursor_to(top - head_height)
        @sheet.tags.decoration { line } if head_height.positive?
        standing if @paper.standing
      end

      # On every page, once all are there.
      def running(text)
        total = @pdf.page_count
        (1..total).each do |page|
          @pdf.go_to_page(page)
          @sheet.tags.decoration do
            foot(text, page, total)
            above if page > 1
          end
        end
      end

      # Stripes along both edges of a page that does not count: seen from across the room, in the way of no word.
      def shade
        return if @paper.standing.nil?

        @sheet.tags.decoration do
          @pdf.canvas do
            @pdf.fill_color SHADE
            [6, @pdf.bounds.right - 6 - EDGE].each { |left| stripes(left) }
            @pdf.fill_color Sheet::INK
          end
        end
      end

      # The laboratory's terms, below everything else.
      def terms
        return if @paper.laboratory.terms.empty?

        @pdf.move_down 10
        @sheet.paragraph(@paper.laboratory.terms, color: Sheet::SOFT, size: 7.5, quoted: true)
      end

      private

      def stripes(left)
        (6..(@pdf.bounds.top - 30)).step(STRIPE * 2) do |y|
          @pdf.fill_polygon([left, y], [left + EDGE, y + EDGE], [left + EDGE, y + EDGE + STRIPE], [left, y + STRIPE])
        end
      end

      def head_height
        return CODE + 8 if @paper.link

        [(mark? ? MARK.last + 8 : 0), owner_height].max
      end

      def owner_height
        return 0 if @paper.laboratory.name.empty?

        24 + (9 * @paper.laboratory.address.lines.size)
      end

      def mark? = !@paper.laboratory.mark.nil?

      # @return [Float] where the words begin
      def mark(top)
        return 0 unless mark?

        shown = @pdf.image(StringIO.new(@paper.laboratory.mark), at: [0, top], fit: MARK)
        shown.scaled_width + 10
      end

      def owner(left, top)
        width = @pdf.bounds.width - left - 170
        @pdf.font("Head", style: :bold) do
          @pdf.text_box @paper.laboratory.name, at: [left, top], width: width, height: 14, size: 11,
                                                overflow: :shrink_to_fit
        end
        @pdf.fill_color Sheet::SOFT
        @pdf.text_box @paper.laboratory.address, at: [left, top - 15], width: width, height: CODE - 13, size: 7.5,
                                                 leading: 1, overflow: :shrink_to_fit
        @pdf.fill_color Sheet::INK
      end

      def code(top)
        right = @pdf.bounds.width
        @sheet.tags.mark(:Figure, alt: "#{@words['Opens its record']}: #{@paper.link}") do
          Qr.draw(@pdf, @paper.link, at: [right - CODE, top], side: CODE)
        end
        @sheet.tags.mark(:P) do
          box = { width: 108, align: :right, overflow: :shrink_to_fit }
          @pdf.font("Head", style: :bold) do
            @pdf.text_box @paper.number, at: [right - CODE - 116, top], height: 14, size: 11, **box
          end
          @pdf.fill_color Sheet::SOFT
          @pdf.text_box @words["Opens its record"], at: [right - CODE - 116, top - CODE + 9], height: 10, size: 7, **box
          @pdf.fill_color Sheet::INK
        end
      end

      def line
        @pdf.stroke_color Sheet::INK
        @pdf.line_width 0.8
        @pdf.stroke { @pdf.horizontal_rule }
        @pdf.move_down 12
      end

      # A box that nobody overlooks.
      def standing
        top = @pdf.cursor
        @sheet.tags.mark(:P) do
          @pdf.bounding_box([10, top - 7], width: @pdf.bounds.width - 20) do
            @pdf.fill_color Sheet::SIGNAL
            @pdf.font("Head", style: :bold) { @pdf.text @words[@paper.standing.word].upcase, size: 12 }
            @pdf.text @paper.standing.line, size: 9 unless @paper.standing.line.empty?
            @pdf.fill_color Sheet::INK
          end
          @pdf.move_down 6
        end
        @sheet.tags.decoration do
          @pdf.stroke_color Sheet::SIGNAL
          @pdf.line_width 1.4
          @pdf.stroke { @pdf.rectangle [0, top], @pdf.bounds.width, top - @pdf.cursor }
          @pdf.stroke_color Sheet::INK
        end
        @pdf.move_down 12
      end

      def foot(text, page, total)
        @pdf.fill_color Sheet::SOFT
        count = @words["page %<page>d of %<total>d", page: page, total: total]
        half = @pdf.bounds.width - 90
        text = "#{text}   #{@words['signing key']} #{@paper.fingerprint}" if @paper.fingerprint
        @pdf.text_box text, at: [0, -14], width: half, height: 20, size: 7.5, overflow: :shrink_to_fit
        @pdf.text_box count, at: [half, -14], width: 90, height: 10, size: 7.5, align: :right
        @pdf.fill_color Sheet::INK
      end

      def above
        word = @paper.standing ? "#{@words[@paper.standing.word].upcase}   " : ""
        @pdf.fill_color @paper.standing ? Sheet::SIGNAL : Sheet::SOFT
        @pdf.text_box "#{word}#{[@paper.laboratory.name, @paper.full_title].reject(&:empty?).join('   ')}",
                      at: [0, @pdf.bounds.top + 14], width: @pdf.bounds.width, height: 10, size: 7.5,
                      overflow: :shrink_to_fit
        @pdf.fill_color Sheet::INK
      end
    end
  end
end
