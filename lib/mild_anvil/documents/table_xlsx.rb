# frozen_string_literal: true

require "axlsx"

module MildAnvil
  module Documents
    # A table as a workbook: numbers as numbers, texts as texts, no cell ever a formula.
    module TableXlsx
      module_function

      # @param name [String] of the sheet; @param head [Array<String>]; @param rows [Array<Array>]
      # @return [String] bytes
      def render(name, head, rows)
        package = Axlsx::Package.new
        package.workbook.add_worksheet(name: sheet_name(name)) do |sheet|
          bold = sheet.styles.add_style(b: true)
          sheet.add_row(head, style: bold, types: :string)
          rows.each do |row|
            sheet.add_row(row.map { |cell| plain(cell) }, types: row.map do |cell|
              kind(cell)
            end, escape_formulas: true)
          end
          sheet.sheet_view.pane do |pane|
            pane.state = :frozen
            pane.y_split = 1
          end
        end
        package.to_stream.string
      end

      def sheet_name(name) = name.gsub(%r{[\\/*?:\[\]]}, " ").strip[0, 31]
      private_class_method :sheet_name

      def plain(cell)
        case cell
        when Time then cell.utc.iso8601
        when BigDecimal then cell.to_f
        when true, false then cell.to_s
        else cell
        end
      end
      private_class_method :plain

      def kind(cell) = cell.is_a?(Numeric) ? :float : :string
      private_class_method :kind
    end
  end
end
