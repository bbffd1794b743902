# frozen_string_literal: true

module MildAnvil
  module Documents
    # One observation below the printed rule: bar, arrow, struck box, hollow box.
    class PdfMark
      def initialize(pdf, line)
        @pdf = pdf
        @line = line
        @low = line - 20
      end

      # @param mark [Hash] state, counts_as
      # @param at [Float] where on the rule
      def draw(mark, at)
        return hollow(at, struck: mark[:state] == "void") unless mark[:state] == "counted"
        return arrow(at, mark[:counts_as] == "at_least" ? 1 : -1) if %w[at_least at_most].include?(mark[:counts_as])

        @pdf.stroke_color Sheet::MEASURED
        @pdf.line_width 1.3
        @pdf.stroke { @pdf.vertical_line @line - 4, @low, at: at }
      end

      private

      def hollow(at, struck:)
        @pdf.stroke_color Sheet::SOFT
        @pdf.line_width 0.8
        @pdf.stroke { @pdf.rectangle [at - 2, @line - 4], 4, @line - 4 - @low }
        @pdf.stroke { @pdf.line [at - 4, @low], [at + 4, @line - 4] } if struck
      end

      def arrow(at, direction)
        middle = (@line - 4 + @low) / 2
        tip = at + (9 * direction)
        @pdf.stroke_color Sheet::MEASURED
        @pdf.line_width 1.2
        @pdf.stroke do
          @pdf.vertical_line @line - 4, @low, at: at
          @pdf.line [at, middle], [tip, middle]
          @pdf.line [tip - (3 * direction), middle + 3], [tip, middle]
          @pdf.line [tip - (3 * direction), middle - 3], [tip, middle]
        end
      end
    end
  end
end
