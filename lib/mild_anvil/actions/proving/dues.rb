# frozen_string_literal: true

module MildAnvil
  module Actions
    module Proving
      # When what was proved is due again, by rules that are data with their source.
      module Dues
        module_function

        # @param proved_on [Date]
        # @return [Hash{Symbol => Date}] examination, load_test
        def after(proved_on)
          Catalogue.due_rules.select { |rule| rule[:months] }.to_h do |rule|
            [rule[:key].to_sym, proved_on >> rule[:months]]
          end
        end

        # What ends a certificate at once, in words.
        # @return [Array<String>]
        def ended_by = Catalogue.due_rules.reject { |rule| rule[:months] }.map { |rule| rule[:words] }

        # Certificates in force whose next date lies within so many days, or is past.
        # @return [Array<Hash>] number, lot, what, due
        def coming(days: 60, today: Time.now.to_date)
          replaced = Store::Models::ProofCertificate.exclude(replaces_id: nil).select(:replaces_id)
          rows = Store::Models::ProofCertificate.exclude(id: replaced).where { examination_due <= today + days }
          rows.select(:id, :number, :run_id, :examination_due, :load_test_due).order(:examination_due).limit(20)
              .eager(run: :lot).all.map { |row| coming_row(row, today) }
        end

        def coming_row(row, today)
          load_test = row.load_test_due && row.load_test_due <= row.examination_due
          { id: row.id, number: row.number, lot_id: row.run.lot_id, lot: row.run.lot.name,
            what: load_test ? "load test" : "thorough examination",
            due: (load_test ? row.load_test_due : row.examination_due), past: row.examination_due < today }
        end
        private_class_method :coming_row
      end
    end
  end
end
