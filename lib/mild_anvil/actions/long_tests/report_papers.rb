# frozen_string_literal: true

module MildAnvil
  module Actions
    module LongTests
      # The paper of a report: drawn once for each number of signatures, kept with its hash, never drawn again.
      module ReportPapers
        module_function

        # @param row [Store::Models::LongReport]
        # @return [Store::Models::LongReportPaper] with the signatures that stand under it now
        def keep(row)
          Store::Database.write do
            Store::Models::LongTest.locked!(row.test_id) # so that two do not draw the same one
            count = row.signatures_dataset.count
            Store::Models::LongReportPaper.first(report_id: row.id, signature_count: count) || draw(row.refresh, count)
          end
        end

        # @return [Array(String, String)] name and bytes
        # @raise [NotFound, Tampered]
        def read(id)
          row = Store::Models::LongReport.fetch!(id)
          ["long-test-#{row.test_id}-report-#{row.number}.pdf", keep(row).bytes]
        end

        def draw(row, count)
          bytes = Documents::LongReportPdf.render(row.frozen_body, number: row.number, sha256: row.sha256,
                                                                   signatures: SignedContent.signatures(row))
          sha256 = Store::Models::Document.sha256(bytes)
          paper = Store::Models::LongReportPaper.create(report_id: row.id, signature_count: count, sha256: sha256,
                                                        content: Sequel.blob(bytes))
          Store::Events.record(:keep_long_report_paper, row, person_id: row.signatures.last.person_id,
                                                             lot_id: row.test.lot_id,
                                                             after: { signature_count: count, sha256: sha256 })
          paper
        end
        private_class_method :draw
      end
    end
  end
end
