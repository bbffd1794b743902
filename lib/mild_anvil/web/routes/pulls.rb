# frozen_string_literal: true

module MildAnvil
  module Web
    module Routes
      # Pulls typed in, seen and judged.
      module Pulls
        def self.registered(app)
          app.post "/api/lots/:id/pulls" do
            pull = Actions::RecordPeak.call(lot_id: Params.id(params[:id]), person_id: person_id, **Params.body(request, Schemas::Peak))
            json(Actions::ShowPull.call(pull_id: pull.id), status: 201)
          end
          app.get("/api/pulls/:id") { json(Actions::ShowPull.call(pull_id: Params.id(params[:id]))) }
          app.post "/api/pulls/:id/judgements" do
            id = Params.id(params[:id])
            Actions::JudgePull.call(pull_id: id, person_id: person_id, **Params.body(request, Schemas::Judgement))
            json(Actions::ShowPull.call(pull_id: id), status: 201)
          end
          app.post "/api/lots/:id/readings" do
            pull = Actions::RecordReadings.call(lot_id: Params.id(params[:id]), person_id: person_id, **Params.body(request, Schemas::Readings))
            json(Actions::ShowPull.call(pull_id: pull.id), status: 201)
          end
          app.post "/api/pulls/:id/undo" do
            id = Params.id(params[:id])
            Actions::JudgePull.undo(pull_id: id, person_id: person_id)
            json(Actions::ShowPull.call(pull_id: id))
          end
        end
      end
    end
  end
end
