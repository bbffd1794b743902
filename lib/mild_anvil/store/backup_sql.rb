# frozen_string_literal: true

require "strscan"

module MildAnvil
  module Store
    # The text of a backup, read line by line as the few forms that a backup of ours has. Nothing of it is run: of a
    # table's own statement only the names of its columns are taken, of its rows only literals.
    class BackupSql
      NAME = /`([a-z][a-z0-9_]{0,63})`/
      # Comments, and what a dump sets for its own session and puts back: none of it is wanted here.
      LEFT = %r{\A(?:--(?:\ .*)?|/\*M!999999\\-\ enable\ the\ sandbox\ mode\ \*/\ ?
                  |/\*![45]\d{4}\ (?:SET|ALTER\ TABLE)\ [^;/]*\*/;|)\n?\z}x
      DROP = /\ADROP TABLE IF EXISTS #{NAME};\n\z/
      CREATE = /\ACREATE TABLE #{NAME} \(\n\z/
      COLUMN = /\A  #{NAME} /
      KEY = /\A  (?:PRIMARY|UNIQUE|FULLTEXT|KEY|CONSTRAINT) /
      END_OF_TABLE = /\A\) ENGINE=InnoDB(?: AUTO_INCREMENT=(\d{1,18}))?[ A-Za-z0-9_=]*;\n\z/
      INSERT = /INSERT INTO #{NAME}(?: \((`[a-z0-9_`, ]+`)\))? VALUES/
      LITERAL = /NULL|0x[0-9A-Fa-f]++|-?\d++(?:\.\d++)?(?:[eE][+-]?\d++)?|'(?:[^'\\\0]++|\\[0bnrtZ\\'"%_]|'')*+'/
      TUPLE = /\((?:#{LITERAL})(?:,(?:#{LITERAL}))*+\)/
      LINE_BYTES = 64 * 1024 * 1024 # more than the largest row

      # name; columns: in their order; next_id: Integer, nil
      Table = Struct.new(:name, :columns, :next_id, keyword_init: true)

      # @param lines [Enumerable<String>] of the text
      def initialize(lines)
        @lines = lines
        @tables = {}
        @number = 0
      end

      # @yieldparam table [Table]; @yieldparam columns [Array<String>]; @yieldparam tuples [Array<String>] each the
      #   literals of a row, in brackets
      # @return [Array<Table>] all that there are
      # @raise [InvalidInput] naming the line that is of no known form
      def each_rows(&block)
        @lines.each do |line|
          @number += 1
          odd! unless line.force_encoding(Encoding::UTF_8).valid_encoding?
          take(line, &block)
        end
        odd! if @open || @into
        @tables.values
      end

      private

      def take(line, &block)
        return rows(line, &block) if @into
        return structure(line) if @open
        return if LEFT.match?(line) || DROP.match?(line)

        if (found = CREATE.match(line))
          @open = Table.new(name: found[1], columns: [])
        else
          insert(line, &block)
        end
      end

      def structure(line)
        if (found = COLUMN.match(line))
          @open.columns << found[1]
        elsif (found = END_OF_TABLE.match(line))
          @open.next_id = found[1]&.to_i
          @tables[@open.name] = @open
          @open = nil
        elsif !KEY.match?(line)
          odd!
        end
      end

      # The rows may follow on the same line, or each on one of its own.
      def insert(line, &block)
        scanner = StringScanner.new(line)
        odd! unless scanner.skip(INSERT)
        table = @tables[scanner[1]] || odd!
        @into = [table, scanner[2] ? scanner[2].scan(/[a-z0-9_]+/) : table.columns]
        scanner.skip(/[ \n]/)
        rows(scanner.rest, &block) unless scanner.eos?
      end

      def rows(line)
        scanner = StringScanner.new(line)
        tuples = []
        until scanner.eos?
          tuples << (scanner.scan(TUPLE) || odd!)
          ended = scanner.skip(/,\n?|;\n?\z/) ? scanner.matched.start_with?(";") : odd!
        end
        yield(*@into, tuples)
        @into = nil if ended
      end

      def odd!
        raise InvalidInput, "Line #{@number} of the backup is of no form that a backup of Mild Anvil has: nothing " \
                            "was taken in. Take another backup"
      end
    end
  end
end
