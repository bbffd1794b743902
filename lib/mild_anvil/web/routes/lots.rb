# frozen_string_literal: true

module MildAnvil
  module Web
    module Routes
      # Jobs, the rack, and one lot.
      module Lots
        def self.registered(app)
          app.operation("lots") do |given|
            json(Actions::ListLots.call(query: given.query[:q], page: given.query[:page] || 1,
                                        waiting: given.query[:waiting] || false))
          end
          app.operation("createJob") do |given|
            job = Actions::CreateJob.call(**given.body, person_id: person_id)
            json(job.values.slice(:id, :customer, :title, :purpose), status: 201)
          end
          app.operation("createLot") do |given|
            lot = Actions::SaveLot.create(job_id: given.id, values: given.body, person_id: person_id)
            json(Actions::ShowLot.call(lot_id: lot.id), status: 201)
          end
          app.operation("lot") { |given| json(Actions::ShowLot.call(lot_id: given.id)) }
          app.operation("changeLot") do |given|
            values = given.body.except(:version)
            lot = Actions::SaveLot.change(lot_id: given.id, version: given.body[:version], values: values,
                                          person_id: person_id)
            json(Actions::ShowLot.call(lot_id: lot.id))
          end
        end
      end
    end
  end
end
