# frozen_string_literal: true

module MildAnvil
  module Web
    module Routes
      # Who is signed in, what the page needs once, what waits today, and what the palette finds.
      module Session
        def self.registered(app)
          app.operation("health") do |_|
            Actions::SessionFacts.database_answers!
            json({ status: "ok", version: VERSION, missing: Actions::MissingProcesses.list })
          end
          app.operation("session") { |_| json(Presenters::Session.call(person, csrf_token, demo_open: DemoDoor.open?(env), second_factor: second_factor)) }
          app.operation("catalogue") { |_| json(Presenters::Catalogue.call) }
          app.operation("today") { |_| json(Actions::Today.call) }
          app.operation("search") { |given| json(Actions::FindAnything.call(query: given.query[:q].to_s)) }
        end
      end
    end
  end
end
