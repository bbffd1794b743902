# frozen_string_literal: true

module MildAnvil
  module Web
    module Routes
      # Who did what.
      module Events
        def self.registered(app)
          app.operation("lotEvents") { |given| json(Actions::ListEvents.call(lot_id: given.id, page: given.query[:page] || 1)) }
          app.operation("events") { |given| json(Actions::ListEvents.call(page: given.query[:page] || 1)) }
          app.operation("checkEvents") { |_| json(Actions::ListEvents.check) }
        end
      end
    end
  end
end
