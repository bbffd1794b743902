# frozen_string_literal: true

module MildAnvil
  module Web
    module Routes
      # Jobs, the rack, and one lot.
      module Lots
        def self.registered(app)
          app.get "/api/lots" do
            page = Params.optional_id(params[:page]) || 1
            json(Actions::ListLots.call(query: params[:q], page: page, waiting: params[:waiting] == "true"))
          end
          app.post "/api/jobs" do
            job = Actions::CreateJob.call(**Params.body(request, Schemas::Job), person_id: person_id)
            json(job.values, status: 201)
          end
          app.post "/api/jobs/:id/lots" do
            lot = Actions::SaveLot.create(job_id: Params.id(params[:id]), values: Params.body(request, Schemas::NewLot), person_id: person_id)
            json(Actions::ShowLot.call(lot_id: lot.id), status: 201)
          end
          app.get("/api/lots/:id") { json(Actions::ShowLot.call(lot_id: Params.id(params[:id]))) }
          app.patch "/api/lots/:id" do
            values = Params.body(request, Schemas::LotChange)
            lot = Actions::SaveLot.change(lot_id: Params.id(params[:id]), version: values.delete(:version), values: values, person_id: person_id)
            json(Actions::ShowLot.call(lot_id: lot.id))
          end
        end
      end
    end
  end
end
