# frozen_string_literal: true

module MildAnvil
  module Web
    module Routes
      # What the page needs once, what waits today, and what the palette finds.
      module Session
        def self.registered(app)
          app.get("/api/session") { json(Presenters::Session.call) }
          app.get("/api/today") { json(Actions::Today.call) }
          app.get("/api/search") { json(Actions::FindAnything.call(query: params[:q].to_s)) }
        end
      end
    end
  end
end
