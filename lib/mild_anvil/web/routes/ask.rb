# frozen_string_literal: true

module MildAnvil
  module Web
    module Routes
      # Studies and their cells; earlier lots that lend their scatter.
      module Ask
        def self.registered(app)
          app.operation("createStudy") do |given|
            study = Actions::SaveStudy.call(job_id: given.id, **given.body, person_id: person_id)
            json(Actions::ShowAsk.study(study), status: 201)
          end
          app.operation("assignLevels") do |given|
            lot = Actions::AssignLevels.call(lot_id: given.id, level_ids: given.body[:level_ids], person_id: person_id)
            json(Actions::ShowLot.call(lot_id: lot.id))
          end
          app.operation("lenders") { |given| json(Actions::ScatterLenders.list(lot_id: given.id)) }
          app.operation("borrowScatter") do |given|
            lot = Actions::BorrowScatter.call(lot_id: given.id, from: given.body[:lot_ids], person_id: person_id)
            json(Actions::ScatterLenders.list(lot_id: lot.id))
          end
        end
      end
    end
  end
end
