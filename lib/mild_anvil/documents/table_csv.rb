# frozen_string_literal: true

require "csv"

module MildAnvil
  module Documents
    # A table as others open it: no cell is ever a formula.
    module TableCsv
      # What one spreadsheet or another takes for the beginning of a formula or of a command.
      FORMULA = /\A[=+\-@|%\p{Cntrl}\uFF1D\uFF0B\uFF0D\uFF20]/

      module_function

      # @param head [Array<String>]; @param rows [Array<Array>]
      # @return [String]
      def render(head, rows) = CSV.generate { |csv| [head, *rows].each { |row| csv << row.map { |cell| safe(cell) } } }

      def safe(value) = value.is_a?(String) && value.match?(FORMULA) ? "'#{value}" : value
    end
  end
end
