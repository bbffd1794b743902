# frozen_string_literal: true

module MildAnvil
  module Store
    # Puts the rows of a backup into tables that the migrations of its time make here: what tables there are, and of
    # what form, no file says.
    class BackupLoader
      LEFT = %w[schema_info unfinished_work].freeze
      PART_BYTES = 1024 * 1024
      SESSION = ["SET SESSION foreign_key_checks = 0", "SET SESSION unique_checks = 0",
                 "SET SESSION sql_mode = CONCAT(@@sql_mode, ',NO_AUTO_VALUE_ON_ZERO')"].freeze
      AFTERWARDS = ["SET SESSION foreign_key_checks = 1", "SET SESSION unique_checks = 1"].freeze

      # @param path [String] of a file that Backup.check found sound
      # @param schema [Integer] that it was made under
      # @param owner [Sequel::Database] of the schema's owner; there is no table but that of the marks
      def initialize(path, schema, owner)
        @path = path
        @schema = schema
        @owner = owner
      end

      # Reads all of it before anything is made or taken away.
      # @raise [InvalidInput] for a line that is of no form that a backup has
      def read_all = text.each_rows { nil }

      # @raise [InvalidInput] for a row that does not fit, or that refers to one that is not there
      def call
        Database.migrate(@owner, to: @schema)
        @here = (@owner.tables.map(&:to_s) - LEFT).to_h { |name| [name, @owner.schema(name.to_sym).map(&:first)] }
        @owner.synchronize { rows_in }
        orphans!
      end

      private

      def text = BackupSql.new(BackupFile.each_line(@path))

      def rows_in
        SESSION.each { |sql| @owner.run(sql) }
        @here.each_key { |name| @owner[name.to_sym].delete } # what a migration put there is in the file as well
        text.each_rows { |table, columns, tuples| put(table, columns, tuples) }.each { |table| go_on_from(table) }
        flush
      rescue Sequel::DatabaseError => e
        raise if Database::GIVEN_WAY.any? { |kind| e.is_a?(kind) }

        raise InvalidInput, "The backup was not taken in: #{e.message.lines.first.strip[0, 160]}"
      ensure
        AFTERWARDS.each { |sql| @owner.run(sql) }
      end

      def put(table, columns, tuples)
        return if LEFT.include?(table.name)

        known!(table.name, columns)
        head = "INSERT INTO `#{table.name}` (#{columns.map { |column| "`#{column}`" }.join(',')}) VALUES "
        flush unless @head == head
        @head = head
        tuples.each { |tuple| add(tuple) }
      end

      def add(tuple)
        @waiting ||= []
        @bytes = @bytes.to_i + tuple.bytesize
        @waiting << tuple
        flush if @bytes > PART_BYTES
      end

      def flush
        @owner.run("#{@head}#{@waiting.join(',')}") if @waiting&.any?
        @waiting = []
        @bytes = 0
      end

      def known!(name, columns)
        there = @here[name] || refuse("a table #{name}")
        odd = columns - there.map(&:to_s)
        refuse("#{name}.#{odd.first}") if odd.any?
        refuse("#{name}.#{columns.find { |column| columns.count(column) > 1 }} twice") if columns.uniq != columns
      end

      def refuse(what)
        raise InvalidInput,
              "The backup has #{what}, which version #{@schema} of the tables has not. Take another backup"
      end

      # A number that was given away is not given again.
      def go_on_from(table)
        return if table.next_id.nil? || !@here.key?(table.name)

        flush
        @owner.run("ALTER TABLE `#{table.name}` AUTO_INCREMENT = #{table.next_id}")
      end

      # Nothing was checked while rows came in, in whatever order.
      def orphans!
        @here.each_key do |name|
          @owner.foreign_key_list(name.to_sym).each { |key| orphan!(name.to_sym, key) }
        end
      end

      def orphan!(name, key)
        there = key[:columns].zip(key[:key] || [:id]).to_h { |from, to| [Sequel[:there][to], Sequel[:here][from]] }
        named = key[:columns].reduce(@owner.from(Sequel.as(name, :here))) do |set, c|
          set.exclude(Sequel[:here][c] => nil)
        end
        return if named.exclude(@owner.from(Sequel.as(key[:table], :there)).where(there).select(1).exists).empty?

        raise InvalidInput, "The backup was not taken in: #{name}.#{key[:columns].first} refers to what is not in it"
      end
    end
  end
end
