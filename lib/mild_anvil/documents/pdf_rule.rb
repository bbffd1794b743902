# frozen_string_literal: true

module MildAnvil
  module Documents
    # The rule in print: demands above the line, observations below, one scale.
    class PdfRule
      HEIGHT = 100
      HEADROOM = 1.12
      TICKS = 8
      MINOR = 5

      # @param pdf [Prawn::Document]
      # @param unit [Core::Quantity::Unit]
      # @param marks [Array<Hash>] state, counts_as, value_si, upper_si
      # @param demands [Array<Hash>] label, text, value_si, color, shape (:wedge or :diamond)
      # @param factor_made [String, nil] what the distance between working load and minimum makes
      # @param words [PaperWords] whose decimal marks its scale has
      def initialize(pdf, unit:, marks:, demands:, words:, factor_made: nil)
        @words = words
        @pdf = pdf
        @unit = unit
        @marks = marks
        @factor_made = factor_made
        @demands = demands.sort_by { |demand| demand[:value_si] }
        @top = [*marks.map { |m| m[:upper_si] || m[:value_si] }, *@demands.map { |d| d[:value_si] }].max.to_f * HEADROOM
      end

      def draw(interval: nil)
        @pdf.bounding_box([0, @pdf.cursor], width: @pdf.bounds.width, height: HEIGHT) do
          @line = HEIGHT - 52
          scale
          bracket(*interval) if interval
          span
          @demands.each_with_index { |demand, i| demand(demand, i) }
          @marks.sort_by { |m| m[:value_si] }.each { |mark| PdfMark.new(@pdf, @line).draw(mark, x(mark[:value_si])) }
        end
        @pdf.stroke_color Sheet::INK
        @pdf.fill_color Sheet::INK
      end

      private

      def x(value_si) = @pdf.bounds.width * value_si / @top

      def scale
        step = @unit.to_si(tick_step(@unit.from_si(@top)))
        @pdf.line_width 1
        @pdf.stroke { @pdf.horizontal_line 0, @pdf.bounds.width, at: @line }
        (0..(@top / step).floor).each { |i| tick(i * step, step) }
        @pdf.draw_text @unit.symbol, at: [@pdf.bounds.width - 22, 12], size: 7
      end

      def tick(value_si, step)
        @pdf.line_width 0.8
        @pdf.stroke { @pdf.vertical_line @line, @line + 6, at: x(value_si) }
        @pdf.fill_color Sheet::SOFT
        @pdf.font("Mono") do
          @pdf.draw_text @words.figure(format("%g", @unit.from_si(value_si).round(9))), at: [x(value_si) + 1, 2],
                                                                                        size: 7
        end
        @pdf.line_width 0.4
        (1...MINOR).map { |k| x(value_si + (k * step / MINOR)) }.select { |at| at < @pdf.bounds.width }.each do |at|
          @pdf.stroke { @pdf.vertical_line @line, @line + 3, at: at }
        end
      end

      def tick_step(top)
        raw = top / TICKS
        power = 10.0**Math.log10(raw).floor
        [1, 2, 5, 10].map { |k| k * power }.find { |s| s >= raw }
      end

      def bracket(low, high)
        @pdf.stroke_color Sheet::DERIVED
        @pdf.line_width 1
        @pdf.stroke do
          @pdf.horizontal_line x(low), x([high, @top].min), at: @line + 13
          [low, high].each { |v| @pdf.vertical_line @line + 10, @line + 16, at: x([v, @top].min) }
        end
      end

      # The distance between working load and minimum, labelled with the factor it makes.
      def span
        low, high = @demands.select { |demand| demand[:shape] == :wedge }
        return unless low && high && @factor_made

        from, to = [low, high].map { |demand| x(demand[:value_si]) }
        y = @line + 18
        middle = (from + to) / 2
        @pdf.stroke_color Sheet::DERIVED
        @pdf.fill_color Sheet::DERIVED
        @pdf.line_width 0.6
        @pdf.stroke { [[from, middle - 18], [middle + 18, to]].each { |a, b| @pdf.line [a, y], [b, y] } }
        @pdf.draw_text "× #{@words.figure(@factor_made)}", at: [middle - 13, y - 3], size: 8
      end

      def demand(demand, index)
        at = x(demand[:value_si])
        @pdf.fill_color demand[:color]
        @pdf.stroke_color demand[:color]
        @pdf.line_width 0.9
        base = @line + 26 + ((index % 3) * 9)
        @pdf.stroke { @pdf.vertical_line @line + 1, base, at: at }
        shape(demand[:shape], at)
        label("#{demand[:label]} #{demand[:text]}", at, base)
      end

      def label(text, at, base)
        width = @pdf.width_of(text, size: 7.5)
        left = at + width + 6 > @pdf.bounds.width || crossed?(at, width) ? at - width - 3 : at + 3
        @pdf.draw_text text, at: [left, base - 5], size: 7.5
      end

      # Whether a word on the right would stand across another line, and one on the left would not.
      def crossed?(at, width)
        places = @demands.map { |demand| x(demand[:value_si]) }
        places.any? { |place| place > at && place < at + width + 6 } && at > width + 6 &&
          places.none? { |place| place < at && place > at - width - 6 }
      end

      def shape(kind, at)
        return @pdf.fill_polygon([at - 4, @line + 8], [at + 4, @line + 8], [at, @line]) if kind == :wedge

        @pdf.stroke_polygon([at, @line + 10], [at + 4, @line + 5], [at, @line], [at - 4, @line + 5])
      end
    end
  end
end
