# frozen_string_literal: true

module MildAnvil
  module Store
    # The tables that leave the shop in a package, parents before children, and how a row is known again elsewhere.
    # Columns and references are read from the schema.
    module CarriedTables
      # owners: a row goes with its owner. with_job: owners that bring it only where a whole job is carried.
      # key: what a row without a uid is known by. files: columns whose bytes are files of their own, with the folder.
      # loose: references that are left empty where what they mean is not carried. later: references that are set once
      # everything is there. own: what each place says for itself. any: subject => table, of a reference that may mean
      # several.
      # place: what no two rows share; drawn here and there, each keeps its own.
      Table = Struct.new(:name, :owners, :with_job, :key, :files, :loose, :later, :own, :any, :place,
                         keyword_init: true)
      NOTHING = { owners: [], with_job: [], files: {}, loose: [], later: [], own: [] }.freeze

      ALL = {
        people: { own: %i[active name] }, attachments: { files: { content: "attachments" } },
        item_types: {}, zones: { owners: %i[item_type_id], key: %i[item_type_id position] },
        inspection_points: { owners: %i[item_type_id], key: %i[item_type_id position] },
        design_factors: {}, proof_rules: {}, population_shapes: {}, procedures: {}, acceptance_templates: {},
        preparation_templates: {}, benches: { later: %i[counting_instrument_id] }, instruments: {}, gear: {},
        certificates: { owners: %i[instrument_id] }, instrument_checks: { owners: %i[instrument_id] },
        check_points: { owners: %i[check_id], key: %i[check_id position] },
        jobs: {}, studies: { with_job: %i[job_id] }, factors: { owners: %i[study_id], key: %i[study_id position] },
        levels: { owners: %i[factor_id], key: %i[factor_id position] },
        lots: { with_job: %i[job_id], later: %i[reference_lot_id] },
        study_groups: { owners: %i[lot_id], key: %i[lot_id factor_id] },
        scatter_loans: { owners: %i[lot_id], key: %i[lot_id from_lot_id] },
        rating_terms: { owners: %i[lot_id], key: %i[lot_id revision] }, claims: { owners: %i[lot_id] },
        requirements: { owners: %i[lot_id] }, acceptance_plans: { owners: %i[lot_id] },
        required_tests: { owners: %i[acceptance_plan_id], key: %i[acceptance_plan_id position] },
        plans: { owners: %i[lot_id] }, drawing_dimensions: { owners: %i[lot_id], key: %i[lot_id name] },
        makings: { owners: %i[lot_id] }, loose_gear: { owners: %i[lot_id] }, near_misses: { owners: %i[lot_id] },
        specimens: { owners: %i[lot_id], key: %i[lot_id number] },
        features: { owners: %i[specimen_id], key: %i[specimen_id name] },
        dimensions: { owners: %i[specimen_id] }, earlier_verdicts: { owners: %i[specimen_id] },
        guesses: { owners: %i[specimen_id] }, loads: { owners: %i[feature_id] },
        preparations: { owners: %i[specimen_id] }, test_results: { owners: %i[lot_id] },
        pull_orders: { owners: %i[lot_id], with_job: %i[study_id] },
        pull_order_rows: { owners: %i[pull_order_id], key: %i[pull_order_id position] },
        pulls: { owners: %i[lot_id] }, pull_instruments: { owners: %i[pull_id], key: %i[pull_id position] },
        gear_loads: { owners: %i[pull_id], key: %i[gear_id pull_id] }, aftermaths: { owners: %i[pull_id] },
        blind_judgements: { owners: %i[pull_id] }, overloads: { owners: %i[instrument_id], loose: %i[pull_id] },
        source_files: { key: %i[sha256 name created_at] }, recordings: { owners: %i[pull_id], own: %i[draft_key] },
        channels: { owners: %i[recording_id], key: %i[recording_id position] },
        analyses: { owners: %i[recording_id], key: %i[recording_id rule_version] },
        findings: { owners: %i[analysis_id], key: %i[analysis_id kind ordinal] },
        overrides: { owners: %i[finding_id] }, measurements: { owners: %i[pull_id] },
        judgements: { owners: %i[pull_id] },
        feature_failures: { owners: %i[judgement_id], key: %i[feature_id judgement_id] },
        runs: { owners: %i[lot_id] }, bench_events: { owners: %i[run_id], key: %i[run_id position] },
        quarantines: { owners: %i[lot_id] },
        quarantine_entries: { owners: %i[quarantine_id] },
        proof_certificates: { owners: %i[run_id], files: { document: "papers" } },
        certificate_papers: { owners: %i[certificate_id], files: { content: "papers" },
                              place: %i[certificate_id language standing] },
        attachment_links: { owners: %i[lot_id specimen_id pull_id instrument_id],
                            loose: %i[lot_id specimen_id pull_id instrument_id] },
        statements: { owners: %i[lot_id] },
        statement_items: { owners: %i[statement_id], key: %i[statement_id pull_id] },
        signatures: { owners: %i[statement_id] }, statement_withdrawals: { owners: %i[statement_id] },
        documents: { owners: %i[statement_id], files: { content: "papers" },
                     place: %i[statement_id format signature_count language standing] },
        conclusions: { with_job: %i[job_id] },
        conclusion_lots: { owners: %i[conclusion_id], key: %i[conclusion_id lot_id] },
        conclusion_signatures: { owners: %i[conclusion_id] },
        conclusion_papers: { owners: %i[conclusion_id], files: { content: "papers" },
                             place: %i[conclusion_id signature_count language] },
        long_tests: { owners: %i[lot_id], loose: %i[reference_lot_id] }, long_stations: { owners: %i[test_id] },
        long_readings: { owners: %i[station_id] }, long_events: { owners: %i[station_id] },
        long_reports: { owners: %i[test_id] }, long_report_signatures: { owners: %i[report_id] },
        long_report_papers: { owners: %i[report_id], files: { content: "papers" },
                              place: %i[report_id signature_count language] },
        watched_products: {}, watched_breaks: { owners: %i[product_id] }, watched_changes: { owners: %i[product_id] },
        watched_answers: { owners: %i[break_id] }, watched_holds: { owners: %i[break_id] },
        watched_releases: { owners: %i[hold_id] }, fact_withdrawals: { any: Subjects::FACTS },
        upkeep_rules: { any: Subjects::UPKEEP }, upkeep_records: { owners: %i[rule_id] }
      }.to_h { |name, rest| [name, Table.new(name: name, **NOTHING, **rest).freeze] }.freeze

      # What somebody did, beside what was measured: believed only where it is vouched for.
      ACTS = %i[instrument_checks certificates overloads aftermaths blind_judgements overrides judgements
                quarantine_entries proof_certificates statements signatures statement_withdrawals conclusions
                conclusion_signatures long_reports long_report_signatures watched_answers watched_releases
                fact_withdrawals upkeep_records earlier_verdicts test_results].freeze
      # Those that end or replace what they are about, and the column that names it.
      ENDING = { judgements: :pull_id, overrides: :finding_id, fact_withdrawals: :subject_id,
                 statement_withdrawals: :statement_id, statements: :supersedes_id,
                 proof_certificates: :replaces_id, watched_releases: :hold_id,
                 quarantine_entries: :quarantine_id }.freeze
      # Columns that say that somebody looked at a row: emptied where nobody vouches for it.
      VOUCHED = { design_factors: %i[checked_by_id], proof_rules: %i[checked_by_id],
                  population_shapes: %i[checked_by_id], acceptance_templates: %i[checked_by_id] }.freeze
      # Kept by the machine for itself, or secret: never carried. What is only said to us is not passed on.
      LEFT = %i[accounts account_active_session_keys account_lockouts account_login_failures person_roles tokens
                settings once_keys computations lot_summaries event_tails events carried_events packages chunks
                source_file_chunks schema_info unfinished_work account_otp_keys account_recovery_codes
                attachment_originals strange_logins import_profiles laboratories lessons
                practice_runs signing_keys key_trusts chain_seals row_seals hearsay hearsay_ends
                verifications].freeze

      module_function

      # @return [Hash] column => its table
      def references(name, database = Sequel::Model.db)
        @references ||= {}
        @references[name] ||= database.foreign_key_list(name)
                                      .to_h { |row| [row[:columns].first, row[:table]] }.freeze
      end

      # @return [Hash] column => integer, number, string, boolean, date, datetime or file, in the order of the schema
      def columns(name, database = Sequel::Model.db)
        @columns ||= {}
        @columns[name] ||= database.schema(name).reject { |_, row| row[:generated] }
                                   .to_h { |column, row| [column, type(row[:type])] }.freeze
      end

      # @return [Array<Symbol>] that may be empty
      def nullable(name, database = Sequel::Model.db)
        @nullable ||= {}
        @nullable[name] ||= database.schema(name).filter_map { |column, row| column if row[:allow_null] }.freeze
      end

      TYPES = { integer: "integer", float: "number", decimal: "number", boolean: "boolean", date: "date",
                datetime: "datetime", blob: "file" }.freeze
      def type(kind) = TYPES.fetch(kind, "string")
      private_class_method :type

      # @return [Hash] column => {allowed, longest, needed}: what the schema lets stand there
      def limits(name, database = Sequel::Model.db)
        @limits ||= {}
        @limits[name] ||= database.schema(name).to_h do |column, row|
          [column, { allowed: row[:db_type][/\Aenum\((.*)\)\z/, 1]&.scan(/'([^']*)'/)&.flatten,
                     longest: row[:type] == :string ? row[:db_type][/\A(?:var)?char\((\d+)\)/, 1]&.to_i : nil,
                     needed: !row[:allow_null] && row[:default].nil? && !row[:auto_increment],
                     json: json_columns(name, database).include?(column) }.freeze]
        end.freeze
      end

      # @return [Array<Symbol>] columns that a constraint holds to JSON
      def json_columns(name, database = Sequel::Model.db)
        @json_columns ||= constraints(database).flat_map do |table, text|
          text.scan(/json_valid\(`(\w+)`\)/).map { |(column)| [table, column.to_sym] }
        end
        @json_columns.filter_map { |table, column| column if table == name.to_s }
      end

      def constraints(database)
        database.from(Sequel[:information_schema][:check_constraints])
                .where(constraint_schema: Sequel.function(:database)).select_map(%i[table_name check_clause])
      end
      private_class_method :constraints

      # @return [Boolean] whether a row, once written, is never changed
      def fact?(name)
        [Grants::RECORDS, Grants::AS_READ, ACTS].any? { |list| list.include?(name) } ||
          columns(name).key?(:withdrawn_at)
      end
    end
  end
end
