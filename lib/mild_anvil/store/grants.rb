# frozen_string_literal: true

module MildAnvil
  module Store
    # What the application's own database user may do: read and add anywhere, change and delete only what is not a
    # record.
    module Grants
      # Append-only: what is written there stays as it was written.
      RECORDS = %i[events statements statement_items signatures documents measurements judgements
                   overrides check_points aftermaths quarantine_entries
                   proof_certificates conclusions conclusion_lots conclusion_signatures conclusion_papers
                   makings blind_judgements long_readings long_events fact_withdrawals long_reports
                   long_report_signatures long_report_papers watched_breaks watched_changes watched_answers
                   watched_holds watched_releases upkeep_records laboratories statement_withdrawals packages
                   carried_events certificate_papers bench_events signing_keys key_trusts
                   chain_seals hearsay hearsay_ends verifications attachment_originals].freeze
      # As it was read or handed in: never changed, but a draft that nobody saved takes it with it.
      AS_READ = %i[source_files source_file_chunks channels chunks findings analyses].freeze

      module_function

      # What an earlier version granted is taken back.
      def revoke(database, schema, user, granted)
        (RECORDS + AS_READ).each do |table|
          name = "`#{schema}`.`#{table}`"
          next unless granted.any? { |text| text.include?(" ON #{name} ") && text.include?("UPDATE") }

          database.run("REVOKE UPDATE, DELETE ON #{name} FROM #{user}")
        end
      end
      private_class_method :revoke

      # @param database [Sequel::Database] connected as the owner of the schema
      # @param application [Sequel::Database] connected as the application's own user
      def apply(database, application)
        user = application.get(Sequel.lit("CURRENT_USER()")).split("@", 2).map { |part| "'#{part}'" }.join("@")
        granted = application.fetch("SHOW GRANTS").flat_map(&:values)
        schema = database.get(Sequel.function(:database))
        database.run("GRANT SELECT, INSERT ON `#{schema}`.* TO #{user}")
        revoke(database, schema, user, granted)
        (database.tables - RECORDS - AS_READ).each do |table|
          database.run("GRANT UPDATE, DELETE ON `#{schema}`.`#{table}` TO #{user}")
        end
        AS_READ.each { |table| database.run("GRANT DELETE ON `#{schema}`.`#{table}` TO #{user}") }
      end
    end
  end
end
