# frozen_string_literal: true

module MildAnvil
  module Web
    module Routes
      # The earlier lots that lend their scatter to another.
      module Lenders
        def self.registered(app)
          app.get("/api/lots/:id/lenders") { json(Actions::ScatterLenders.list(lot_id: Params.id(params[:id]))) }
          app.put "/api/lots/:id/lenders" do
            lot = Actions::BorrowScatter.call(lot_id: Params.id(params[:id]), from: Params.body(request, Schemas::Lenders).fetch(:lot_ids), person_id: person_id)
            json(Actions::ScatterLenders.list(lot_id: lot.id))
          end
        end
      end
    end
  end
end
