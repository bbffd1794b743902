# frozen_string_literal: true

module MildAnvil
  module Store
    # What the application's own database user may do: read and add anywhere, change and delete only what is not a
    # record.
    module Grants
      # Append-only: what is written there stays as it was written.
      RECORDS = %i[events statements statement_items signatures documents measurements judgements
                   overrides].freeze
      # As it was read or handed in: never changed, but a draft that nobody saved takes it with it.
      AS_READ = %i[source_files source_file_chunks channels chunks findings analyses].freeze

      module_function

      # What an earlier version granted is taken back.
      def revoke(database, schema, user)
        (RECORDS + AS_READ).each do |table|
          database.run("REVOKE UPDATE, DELETE ON `#{schema}`.`#{table}` FROM #{user}")
        rescue Sequel::DatabaseError
          nil # it was never granted
        end
      end
      private_class_method :revoke

      # @param database [Sequel::Database] connected as the owner of the schema
      # @param user [String] such as 'anvil'@'127.0.0.1'
      def apply(database, user:)
        schema = database.get(Sequel.function(:database))
        database.run("GRANT SELECT, INSERT ON `#{schema}`.* TO #{user}")
        revoke(database, schema, user)
        (database.tables - RECORDS - AS_READ).each do |table|
          database.run("GRANT UPDATE, DELETE ON `#{schema}`.`#{table}` TO #{user}")
        end
        AS_READ.each { |table| database.run("GRANT DELETE ON `#{schema}`.`#{table}` TO #{user}") }
      end
    end
  end
end
