# frozen_string_literal: true

require "json"
require "openssl"

module MildAnvil
  module Store
    # Every row that a figure can follow from, by its hash in the chain of events: what is written through the
    # application is told there at the end of its transaction; what is changed otherwise is noticed.
    module RowSeals
      SLICE = 500
      PICTURES = %i[attachments].freeze # their bytes have hashes of their own

      module_function

      # @return [Boolean] whether rows of this table are in the chain
      def sealed?(table) = CarriedTables::ALL.key?(table)

      # @return [Array<Symbol>] what a row is named by
      def key(table)
        CarriedTables.columns(table).key?(:id) ? %i[id] : CarriedTables::ALL.fetch(table).key
      end

      # @return [Hash{Symbol => Hash}] rows that this thread wrote and nothing tells of yet
      def touched = Thread.current[:mild_anvil_touched] ||= {}

      # @param keys [Array<String>]
      def touch(table, keys) = keys.each { |one| (touched[table] ||= {})[one] = true }

      # @param values [Array, Integer, Hash] of the key
      # @return [String]
      def name(values) = Array(values.is_a?(Hash) ? values.values : values).join("/")

      # What is touched, with the hashes that it has now, where they are new.
      # @return [Hash{String => Hash}] table => key => hash; nil for a row that is gone
      def taken(database)
        found = touched.to_h { |table, keys| [table.to_s, changed(table, keys.keys, database)] }
        touched.clear
        found.reject { |_, rows| rows.empty? }
      end

      def changed(table, keys, database)
        now = digests(table, keys, database)
        before = database[:row_seals].where(table_name: table.to_s, row_key: keys).select_hash(:row_key, :sha256)
        keys.to_h { |one| [one, now[one]] }.reject { |one, sha256| before.fetch(one, nil) == sha256 }
      end
      private_class_method :changed

      # Keeps the last hash of each beside the chain.
      def keep(sealed, database)
        rows = sealed.flat_map { |table, of| of.map { |one, sha256| [table, one, sha256] } }
        rows.sort_by { |row| row.first(2) }.each_slice(SLICE) do |slice|
          database[:row_seals].on_duplicate_key_update(:sha256).import(%i[table_name row_key sha256], slice)
        end
      end

      # @param keys [Array<String>, nil] nil: all of the table
      # @return [Hash{String => String}]
      def digests(table, keys, database)
        columns = key(table)
        return each_row(table, database[table], columns) if keys.nil?

        keys.each_slice(SLICE).reduce({}) do |all, slice|
          rows = database[table].where(columns.one? ? { columns.first => slice } : composite(columns, slice))
          all.merge(each_row(table, rows, columns))
        end
      end

      def composite(columns, slice) = { columns => slice.map { |one| one.split("/") } }
      private_class_method :composite

      def each_row(table, rows, columns)
        left = CarriedTables::ALL.fetch(table).files.keys
        kept = CarriedTables.columns(table).keys - left
        rows.select(*kept).order(*columns).paged_each(rows_per_fetch: SLICE).to_h do |row|
          [name(row.slice(*columns)), digest(row)]
        end
      end
      private_class_method :each_row

      # What says nothing is left out, so that a column of tomorrow changes no hash of today.
      # @param row [Hash]
      # @return [String] in hexadecimal digits
      def digest(row)
        stated = row.compact.sort.map { |column, value| [column, plain(value)] }
        OpenSSL::Digest::SHA256.hexdigest(JSON.generate(stated))
      end

      def plain(value)
        case value
        when Time then value.getutc.strftime("%Y-%m-%dT%H:%M:%S.%6N")
        when BigDecimal then value.to_s("F")
        when Date then value.iso8601
        else value
        end
      end
      private_class_method :plain

      # What was there before there were seals is sealed once, as it was found.
      # @return [Boolean] whether it was done now
      def seal_what_is_there(database)
        return false if database[:people].empty? || database[:events].exclude(sealed: nil).any?

        Database.write(database) do
          CarriedTables::ALL.each_key { |table| touch(table, digests(table, nil, database).keys) }
        end
        true
      end
    end
  end
end
