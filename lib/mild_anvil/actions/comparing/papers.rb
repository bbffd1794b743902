# frozen_string_literal: true

module MildAnvil
  module Actions
    module Comparing
      # The paper of a conclusion.
      module Papers
        module_function

        # @param row [Store::Models::Conclusion]
        # @param language [String, nil] nil: the laboratory's
        # @return [Store::Models::ConclusionPaper] with the signatures that stand under it now
        def keep(row, language = nil, hands: nil)
          Store::Database.write do
            Store::Models::Lot.locked!(row.lot_id)
            place = { event: :keep_conclusion_paper, lot_id: row.lot_id, language: language, hands: hands,
                      conclusion_id: row.id }
            SignedPaper.keep("conclusion", row, row.papers_dataset, **place) do |under, spoken|
              Documents::ConclusionPdf.render(row.frozen_body, number: row.number, sha256: row.sha256,
                                                               signatures: under, paper: head(row, spoken, under.size))
            end
          end
        end

        # Those that are still to be drawn: one for each hand.
        def draw(row) = (1..row.signatures_dataset.count).each { |hands| keep(row, hands: hands) }

        def head(row, language, hands)
          lot = row.frozen_body.fetch("lot")
          Actions::Papers::Head.call(title: "Conclusion", name: "#{lot['customer']}, #{lot['job']}", record: row,
                                     number: "C-#{row.job_id}-#{row.number}", language: language, hands: hands)
        end
        private_class_method :head

        # @return [Array(String, String)] name and bytes
        # @raise [NotFound, Tampered, InvalidInput]
        def read(id, language: nil)
          row = Store::Models::Conclusion.fetch!(id)
          ["conclusion-#{row.job_id}-#{row.number}.pdf", keep(row, language).bytes]
        end
      end
    end
  end
end
