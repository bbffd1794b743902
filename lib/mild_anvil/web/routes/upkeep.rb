# frozen_string_literal: true

module MildAnvil
  module Web
    module Routes
      # What must be examined or retired, and the calendar of it.
      module Upkeep
        Acts = Actions::Upkeep

        def self.registered(app)
          app.operation("upkeep") { |_| json(Acts::ShowUpkeep.new.call) }
          app.operation("addUpkeepRule") do |given|
            Acts::Rules.add(values: given.body, person_id: person_id)
            json(Acts::ShowUpkeep.new.call, status: 201)
          end
          app.operation("retireUpkeepRule") do |given|
            Acts::Rules.retire(id: given.id, person_id: person_id)
            json(Acts::ShowUpkeep.new.call)
          end
          app.operation("recordUpkeep") do |given|
            Acts::Rules.record(rule_id: given.id, person_id: person_id, **given.body)
            json(Acts::ShowUpkeep.new.call, status: 201)
          end
          # A calendar sends no header: its key stands in the address, and opens nothing but this.
          app.operation("calendarFeed") do |given|
            key = Actions::Tokens.in_force(given.query[:key], scopes: %w[calendar])
            raise Forbidden, "This key opens no calendar, or is over" if key.nil?

            content_type "text/calendar"
            Acts::Calendar.ics
          end
        end
      end
    end
  end
end
