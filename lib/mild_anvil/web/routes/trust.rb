# frozen_string_literal: true

module MildAnvil
  module Web
    module Routes
      # Whose word it is: keys that are believed, what packages only say, and what came of looking at everything.
      module Trust
        def self.registered(app)
          app.operation("heard") { |given| json(Actions::Packages::Heard.list(lot_id: given.query[:lot_id])) }
          app.operation("takeOver") do |given|
            json({ rows: Actions::Packages::TakeOver.call(person_id: person_id, **given.body) }, status: 201)
          end
          app.operation("verification") { |_| json(Actions::DailyVerify.show) }
          app.operation("wantVerification") { |_| json(Actions::DailyVerify.want(person_id: person_id), status: 202) }
          keys(app)
        end

        def self.keys(app)
          keys = Actions::Signing::Keys
          app.operation("keys") { |_| json({ keys: keys.list }) }
          app.operation("trustKey") do |given|
            known = keys.know(given.body[:public_key], name: given.body[:name])
            keys.trust(known.id, person_id: person_id, **given.body.slice(:trusted, :reason))
            json({ keys: keys.list }, status: 201)
          end
          app.operation("replaceKey") do |given|
            keys.replace(person_id: person_id, **given.body)
            json({ keys: keys.list }, status: 201)
          end
        end
        private_class_method :keys
      end
    end
  end
end
