# frozen_string_literal: true

module MildAnvil
  module Web
    module Routes
      # Ratings tried out; statements signed, countersigned, printed and computed again.
      module Statements
        def self.registered(app)
          app.operation("rating") { |given| json(Presenters::Rating.call(Actions::RateLot.call(lot_id: given.id, what_if: given.query))) }
          app.operation("use") { |given| json(Actions::ShowUse.new(lot_id: given.id, **given.query).call) }
          app.operation("signStatement") do |given|
            signed = Actions::SignStatement.call(lot_id: given.id, person_id: person_id, once_key: given.once_key,
                                                 **given.body)
            json(Actions::StatementRow.call(signed), status: 201)
          end
          app.operation("countersignStatement") do |given|
            signed = Actions::CountersignStatement.call(statement_id: given.id, person_id: person_id, **given.body)
            json(Actions::StatementRow.call(signed), status: 201)
          end
          app.operation("withdrawStatement") do |given|
            withdrawn = Actions::WithdrawStatement.call(statement_id: given.id, person_id: person_id, **given.body)
            json(Actions::StatementRow.call(withdrawn), status: 201)
          end
          app.operation("previewPaper") do |given|
            send_paper(Actions::ExportStatement.preview(lot_id: given.id, format: given.path[:format],
                                                        what_if: given.query.except(:language),
                                                        language: given.query[:language]))
          end
          app.operation("signedPaper") do |given|
            send_paper(Actions::ExportStatement.signed(statement_id: given.id, format: given.path[:format],
                                                       language: given.query[:language]))
          end
          app.operation("recheckStatement") { |given| json(Actions::RecheckStatement.call(statement_id: given.id)) }
        end
      end
    end
  end
end
