# frozen_string_literal: true

module MildAnvil
  module Store
    # Whether a MariaDB that is not ours can carry the application: each thing that stands against it, with what to set.
    module ServerCheck
      OLDEST = [10, 6].freeze
      LEAST_PACKET = 8 * 1024 * 1024 # a long statement with its curves
      PROBE = :anvil_probe

      module_function

      # @param owner [Sequel::Database] as the schema's owner
      # @raise [Error] naming everything at once
      def call(owner)
        wrong = [version(owner), packet(owner), binary_log(owner), engine(owner), rights(owner)].compact
        return if wrong.empty?

        raise Error, "This database cannot be used: #{wrong.join('; ')}"
      end

      def version(owner)
        found = owner.get(Sequel.function(:version))
        numbers = found[/\d+\.\d+/].split(".").map(&:to_i)
        return if found.include?("MariaDB") && (numbers <=> OLDEST) >= 0

        "it is #{found}, and MariaDB #{OLDEST.join('.')} or later is needed"
      end

      def packet(owner)
        found = variable(owner, "max_allowed_packet").to_i
        return if found >= LEAST_PACKET

        "max_allowed_packet is #{found / 1024} kB: set it to 16M or more under [mysqld]"
      end

      # Statements alone cannot be told on under the isolation that is used here.
      def binary_log(owner)
        return unless variable(owner, "log_bin") == "1" && variable(owner, "binlog_format") == "STATEMENT"

        "binlog_format is STATEMENT: set it to ROW or MIXED"
      end

      def engine(owner)
        engines = owner.fetch("SHOW ENGINES").all.to_h { |row| [row[:Engine], row[:Support]] }
        "it lacks InnoDB: start it with InnoDB" unless %w[YES DEFAULT].include?(engines["InnoDB"])
      end

      # Tried, since grants come in many ways.
      def rights(owner)
        owner.drop_table?(PROBE)
        owner.create_table(PROBE) { primary_key :id }
        owner.alter_table(PROBE) { add_column :name, String, size: 10, index: true }
        owner.drop_table(PROBE)
        nil
      rescue Sequel::DatabaseError => e
        said = e.message.lines.first.strip.delete_prefix("Mysql2::Error: ")
        "its user may not make and change tables (#{said}): GRANT ALL on the database to the user of " \
          "OWNER_DATABASE_URL, WITH GRANT OPTION"
      end

      def variable(owner, name) = owner.get(Sequel.lit("@@GLOBAL.#{name}")).to_s
      private_class_method :version, :packet, :binary_log, :engine, :rights, :variable
    end
  end
end
