# frozen_string_literal: true

module MildAnvil
  module Documents
    # The force rule in print: demands above the line, observations below, one scale.
    class PdfForceRule
      HEIGHT = 100
      HEADROOM = 1.12

      # @param pdf [Prawn::Document]
      # @param unit [Core::Quantity::Unit]
      # @param marks [Array<Hash>] counts_as, force_newtons, upper_newtons
      # @param demands [Array<Hash>] label, text, newtons, color, shape (:wedge or :diamond)
      def initialize(pdf, unit:, marks:, demands:)
        @pdf = pdf
        @unit = unit
        @marks = marks
        @demands = demands.reject { |d| d[:newtons].nil? }.sort_by { |d| d[:newtons] }
        @top = [*marks.map { |m| m[:upper_newtons] || m[:force_newtons] }, *@demands.map { |d| d[:newtons] }].max.to_f * HEADROOM
      end

      def draw(interval: nil)
        @pdf.bounding_box([0, @pdf.cursor], width: @pdf.bounds.width, height: HEIGHT) do
          @line = HEIGHT - 52
          scale
          bracket(*interval) if interval
          span
          @demands.each_with_index { |demand, i| demand(demand, i) }
          @marks.sort_by { |m| m[:force_newtons] }.each { |mark| mark(mark) }
        end
        @pdf.stroke_color Sheet::INK
        @pdf.fill_color Sheet::INK
      end

      private

      def x(newtons) = @pdf.bounds.width * newtons / @top

      def scale
        step = @unit.to_si(tick_step(@unit.from_si(@top)))
        @pdf.line_width 1
        @pdf.stroke { @pdf.horizontal_line 0, @pdf.bounds.width, at: @line }
        (0..(@top / step).floor).each do |i|
          @pdf.line_width 0.8
          @pdf.stroke { @pdf.vertical_line @line, @line + 6, at: x(i * step) }
          @pdf.fill_color Sheet::SOFT
          @pdf.font("Mono") { @pdf.draw_text format("%g", @unit.from_si(i * step).round(9)), at: [x(i * step) + 1, 2], size: 7 }
          (1..4).each { |k| @pdf.line_width(0.4) && @pdf.stroke { @pdf.vertical_line @line, @line + 3, at: x((i + (k / 5.0)) * step) } if x((i + (k / 5.0)) * step) < @pdf.bounds.width }
        end
        @pdf.draw_text @unit.symbol, at: [@pdf.bounds.width - 12, 12], size: 7
      end

      def tick_step(top)
        raw = top / 8
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
        low, high = %w[Working Minimum].map { |word| @demands.find { |d| d[:label].start_with?(word) } }
        return unless low && high

        from = x(low[:newtons])
        to = x(high[:newtons])
        y = @line + 18
        text = format("× %.2f", (high[:newtons] / low[:newtons] * 100).floor / 100.0)
        middle = (from + to) / 2
        @pdf.stroke_color Sheet::DERIVED
        @pdf.fill_color Sheet::DERIVED
        @pdf.line_width 0.6
        @pdf.stroke { [[from, middle - 18], [middle + 18, to]].each { |a, b| @pdf.line [a, y], [b, y] } }
        @pdf.draw_text text, at: [middle - 13, y - 3], size: 8
      end

      def demand(demand, index)
        at = x(demand[:newtons])
        @pdf.fill_color demand[:color]
        @pdf.stroke_color demand[:color]
        @pdf.line_width 0.9
        base = @line + 26 + ((index % 3) * 9)
        @pdf.stroke { @pdf.vertical_line @line + 1, base, at: at }
        shape(demand[:shape], at)
        text = "#{demand[:label]} #{demand[:text]}"
        width = @pdf.width_of(text, size: 7.5)
        left = at + width + 6 > @pdf.bounds.width ? at - width - 3 : at + 3
        @pdf.draw_text text, at: [left, base - 5], size: 7.5
      end

      def shape(kind, at)
        return @pdf.fill_polygon([at - 4, @line + 8], [at + 4, @line + 8], [at, @line]) if kind == :wedge

        @pdf.stroke_polygon([at, @line + 10], [at + 4, @line + 5], [at, @line], [at - 4, @line + 5])
      end

      def mark(mark)
        at = x(mark[:force_newtons])
        low = @line - 20
        @pdf.line_width 1.6
        case mark[:counts_as]
        when "void", "unjudged", "replaced" then hollow(at, low, struck: mark[:counts_as] == "void")
        when "at_least", "at_most" then arrow(at, low, mark[:counts_as] == "at_least" ? 1 : -1)
        else
          @pdf.stroke_color Sheet::MEASURED
          @pdf.line_width 1.3
          @pdf.stroke { @pdf.vertical_line @line - 4, low, at: at }
        end
      end

      def hollow(at, low, struck:)
        @pdf.stroke_color Sheet::SOFT
        @pdf.line_width 0.8
        @pdf.stroke { @pdf.rectangle [at - 2, @line - 4], 4, @line - 4 - low }
        @pdf.stroke { @pdf.line [at - 4, low], [at + 4, @line - 4] } if struck
      end

      def arrow(at, low, direction)
        @pdf.stroke_color Sheet::MEASURED
        middle = (@line - 4 + low) / 2
        tip = at + (9 * direction)
        @pdf.line_width 1.2
        @pdf.stroke do
          @pdf.vertical_line @line - 4, low, at: at
          @pdf.line [at, middle], [tip, middle]
          @pdf.line [tip - (3 * direction), middle + 3], [tip, middle]
          @pdf.line [tip - (3 * direction), middle - 3], [tip, middle]
        end
      end
    end
  end
end
