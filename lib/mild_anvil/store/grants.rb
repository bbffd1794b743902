# frozen_string_literal: true

module MildAnvil
  module Store
    # What the application's own database user may do: read and add anywhere, change and delete only what is not a
    # record.
    module Grants
      # Append-only: what is written there stays as it was written.
      RECORDS = %i[events statements statement_items signatures documents measurements judgements findings analyses
                   overrides].freeze
      # A draft that nobody saved takes its analysis with it.
      DELETABLE = %i[findings analyses].freeze

      module_function

      # @param database [Sequel::Database] connected as the owner of the schema
      # @param user [String] such as 'anvil'@'127.0.0.1'
      def apply(database, user:)
        schema = database.get(Sequel.function(:database))
        database.run("GRANT SELECT, INSERT ON `#{schema}`.* TO #{user}")
        (database.tables - RECORDS).each do |table|
          database.run("GRANT UPDATE, DELETE ON `#{schema}`.`#{table}` TO #{user}")
        end
        DELETABLE.each { |table| database.run("GRANT DELETE ON `#{schema}`.`#{table}` TO #{user}") }
      end
    end
  end
end
