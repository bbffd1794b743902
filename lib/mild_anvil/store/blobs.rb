# frozen_string_literal: true

module MildAnvil
  module Store
    # Binary rows by a prepared statement: written into a query as text they would double in size.
    module Blobs
      module_function

      # @param table [Symbol]
      # @param columns [Array<Symbol>]
      # @param rows [Array<Array>] values in the order of the columns
      def insert(table, columns, rows, database = Sequel::Model.db)
        names = columns.map { |name| "`#{name}`" }.join(", ")
        database.synchronize do |connection|
          statement = connection.prepare("INSERT INTO `#{table}` (#{names}) VALUES (#{Array.new(columns.size,
                                                                                                '?').join(', ')})")
          rows.each { |row| statement.execute(*row) }
        ensure
          statement&.close
        end
      end
    end
  end
end
