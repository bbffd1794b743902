# frozen_string_literal: true

module MildAnvil
  module Actions
    module LongTests
      # The paper of a report.
      module ReportPapers
        module_function

        # @param row [Store::Models::LongReport]
        # @param language [String, nil] nil: the laboratory's
        # @return [Store::Models::LongReportPaper] with the signatures that stand under it now
        def keep(row, language = nil, hands: nil)
          Store::Database.write do
            Store::Models::LongTest.locked!(row.test_id)
            place = { event: :keep_long_report_paper, lot_id: row.test.lot_id, language: language, hands: hands,
                      report_id: row.id }
            SignedPaper.keep("report", row, row.papers_dataset, **place) do |under, spoken|
              Documents::LongReportPdf.render(row.frozen_body, number: row.number, sha256: row.sha256,
                                                               signatures: under, paper: head(row, spoken, under.size))
            end
          end
        end

        # Those that are still to be drawn: one for each hand.
        def draw(row) = (1..row.signatures_dataset.count).each { |hands| keep(row, hands: hands) }

        def head(row, language, hands)
          Papers::Head.call(title: "Report of a long test", name: row.frozen_body.dig("content", "title"), record: row,
                            number: "LT-#{row.test_id}-#{row.number}", language: language, hands: hands)
        end
        private_class_method :head

        # @return [Array(String, String)] name and bytes
        # @raise [NotFound, Tampered, InvalidInput]
        def read(id, language: nil)
          row = Store::Models::LongReport.fetch!(id)
          ["long-test-#{row.test_id}-report-#{row.number}.pdf", keep(row, language).bytes]
        end
      end
    end
  end
end
