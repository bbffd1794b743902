# frozen_string_literal: true

module MildAnvil
  module Actions
    module Papers
      # What was measured in a lot and how it was judged, as it stands now: no minimum, no working load.
      module BreakReport
        module_function

        # @return [ExportStatement::Paper]
        # @raise [NotFound]
        def call(lot_id:, language: nil)
          rated = RateLot.finished(lot_id: lot_id)
          lot = rated.facts.lot
          content = { inputs: rated.inputs, statement: rated.statement, number: nil, sha256: nil, signatures: [],
                      revision: nil, fewer_reason: "", chain_reason: "" }
          head = Head.call(title: Documents::BreakReportPdf::TITLE, name: lot.name, number: "B-#{lot.id}", record: lot,
                           language: language)
          bytes = Documents::BreakReportPdf.render(content, curves: RenderStatement.curves(rated.inputs), paper: head,
                                                            measurand: Catalogue.measurand(lot.measurand),
                                                            hands: hands(rated.facts))
          ExportStatement::Paper.new(content: bytes, type: "application/pdf", name: "break-report-#{lot.id}.pdf")
        end

        # @return [Array<String>] who judged
        def hands(facts)
          ids = facts.pulls.filter_map { |pull| facts.judgement(pull)&.person_id }.uniq
          Store::Models::Person.where(id: ids).order(:id).select_map(:name)
        end
        private_class_method :hands
      end
    end
  end
end
