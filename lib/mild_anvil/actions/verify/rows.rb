# frozen_string_literal: true

module MildAnvil
  module Actions
    module Verify
      # Every row that a figure can follow from, against the hash that the chain of events has of it.
      module Rows
        KIND = "rows"
        LEFT = "of a time before rows were sealed"
        Seals = Store::RowSeals

        module_function

        # @yield [String, Symbol, nil]
        def each(&)
          told = told(Sequel::Model.db)
          return Sequel::Model.db[:people].count.times { yield :left } if told.empty?

          Store::CarriedTables::ALL.each_key { |table| of(table, told.fetch(table.to_s, {}), &) }
        end

        # @return [Hash{String => Hash}] table => key => the last hash that the chain tells
        def told(database)
          found = Hash.new { |all, table| all[table] = {} }
          database[:events].exclude(sealed: nil).order(:id).select(:id, :sealed).paged_each(rows_per_fetch: 50) do |row|
            JSON.parse(row[:sealed]).each { |table, rows| found[table].merge!(rows) }
          end
          found
        end

        def of(table, told)
          now = Seals.digests(table, nil, Sequel::Model.db)
          now.each { |key, sha256| yield wrong(table, key, sha256, told[key]) }
          (told.keys - now.keys).each { |key| yield gone(table, key) if told[key] }
        end
        private_class_method :of

        def wrong(table, key, sha256, told)
          return if sha256 == told

          what = told ? "is not what was written" : "was written by nobody that the events know"
          "#{Rows.name(table, key)} #{what}"
        end
        private_class_method :wrong

        def gone(table, key) = "#{Rows.name(table, key)} is gone"
        private_class_method :gone

        # @return [String] of a row, in a sentence
        def name(table, key) = "#{table.to_s.tr('_', ' ')} #{key}"
      end
    end
  end
end
