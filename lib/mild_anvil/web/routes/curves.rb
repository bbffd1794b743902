# frozen_string_literal: true

module MildAnvil
  module Web
    module Routes
      # Stretches of the curves, as near as the screen can show.
      module Curves
        def self.registered(app)
          app.get "/api/curves/:id/window" do
            json(Actions::ReadWindow.call(curve_id: Params.id(params[:id]), points: (Params.number(params, :points) || 800).to_i,
                                          from: Params.number(params, :from_seconds), to: Params.number(params, :to_seconds)))
          end
        end
      end
    end
  end
end
