# frozen_string_literal: true

module MildAnvil
  module Web
    module Routes
      # Findings moved, added, struck out, and put back.
      module Findings
        def self.registered(app)
          app.post "/api/pulls/:id/findings" do
            id = Params.id(params[:id])
            Actions::OverruleFinding.call(pull_id: id, person_id: person_id, **Params.body(request, Schemas::Overruling))
            json(Actions::ShowPull.call(pull_id: id), status: 201)
          end
          app.post "/api/pulls/:id/findings/undo" do
            id = Params.id(params[:id])
            Actions::OverruleFinding.undo(pull_id: id, person_id: person_id, **Params.body(request, Schemas::FindingPlace))
            json(Actions::ShowPull.call(pull_id: id))
          end
        end
      end
    end
  end
end
