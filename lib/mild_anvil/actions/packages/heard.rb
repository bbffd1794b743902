# frozen_string_literal: true

module MildAnvil
  module Actions
    module Packages
      # What packages say that people did, and nobody here has proved or taken over: in words.
      module Heard
        Tables = Store::CarriedTables
        WHAT = { judgements: "judgement", overrides: "overruled finding", blind_judgements: "blind judgement",
                 instrument_checks: "check", certificates: "certificate of a cell", overloads: "overload",
                 aftermaths: "what was seen after a pull", quarantine_entries: "decision on a quarantine",
                 proof_certificates: "proof certificate", statements: "signed statement", signatures: "signature",
                 statement_withdrawals: "withdrawn statement", conclusions: "signed conclusion",
                 conclusion_signatures: "signature", long_reports: "signed report",
                 long_report_signatures: "signature", watched_answers: "answer to a suspicion",
                 watched_releases: "release", fact_withdrawals: "withdrawn reading", upkeep_records: "upkeep",
                 earlier_verdicts: "earlier verdict", test_results: "test result" }.freeze
        MOST = 500

        module_function

        # @param rows [Array<Hash>] as Hearing has them
        # @return [Array<Hash>] what, count, by: names
        def summed(rows)
          acts = rows.select { |row| WHAT.key?(row[:table_name].to_sym) }
          acts.group_by { |row| row[:table_name] }.map do |table, some|
            { what: WHAT.fetch(table.to_sym), count: some.size,
              by: some.map { |row| row[:said_by] }.reject(&:empty?).uniq.sort,
              why: some.map { |row| row[:why] }.tally.max_by(&:last).first }
          end
        end

        # @param lot_id [Integer, nil] nil: of everything
        # @return [Hash] rows, in_all, marked: how many rows stand in their tables without proof
        def list(lot_id: nil)
          open = acts(lot_id)
          rows = open.order(:id).limit(MOST).eager(:package, :lot).all
          { rows: rows.map { |row| shown(row) }, in_all: open.count, marked: scope(lot_id).marked.count }
        end

        # @return [Integer] how many acts about a lot are only said
        def count(lot_id) = acts(lot_id).count

        # @return [Hash{Integer => String}] why measurements of some pulls are not proved here, by their ids
        def unproved(table, ids)
          Store::Models::Hearsay.marked.where(table_name: table.to_s, row_id: ids).select_hash(:row_id, :why)
        end

        def shown(row)
          { id: row.id, what: WHAT.fetch(row.table_name.to_sym), words: Words.of(row), by: row.said_by,
            at: row.said_at, why: row.why, takes: TakeOver.takes?(row.table_name),
            package: row.package.title, package_id: row.package_id,
            lot_id: row.lot_id, lot: row.lot&.name }
        end
        private_class_method :shown

        # A hand under a text that is only said goes with it.
        def acts(lot_id)
          hands = %w[signatures conclusion_signatures long_report_signatures]
          scope(lot_id).only_said.where(table_name: WHAT.keys.map(&:to_s))
                       .exclude(table_name: hands, why: Hearing::FOLLOWS)
        end
        private_class_method :acts

        def scope(lot_id)
          open = Store::Models::Hearsay.dataset.open
          lot_id ? open.where(lot_id: lot_id) : open
        end
        private_class_method :scope
      end
    end
  end
end
