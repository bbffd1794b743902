# frozen_string_literal: true

module MildAnvil
  module Web
    module Routes
      # Ratings tried out, signed and printed.
      module Ratings
        def self.registered(app)
          app.get "/api/lots/:id/rating" do
            json(Presenters::Rating.call(Actions::RateLot.call(lot_id: Params.id(params[:id]), what_if: Params.what_if(params))))
          end
          app.post "/api/lots/:id/ratings" do
            signed = Actions::SignRating.call(lot_id: Params.id(params[:id]), person_id: person_id, what_if: Params.what_if(params))
            json({ id: signed.id, number: signed.number }, status: 201)
          end
          app.get "/api/lots/:id/statement.:format" do
            send_paper(Actions::ExportRating.draft(lot_id: Params.id(params[:id]), format: params[:format], what_if: Params.what_if(params)))
          end
          app.get "/api/ratings/:id.:format" do
            send_paper(Actions::ExportRating.signed(rating_id: Params.id(params[:id]), format: params[:format]))
          end
        end
      end
    end
  end
end
