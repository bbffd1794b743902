# frozen_string_literal: true

module MildAnvil
  module Web
    module Routes
      # Whose papers they are, what a code on one opens, and the papers that rate nothing.
      module Papers
        Acts = Actions::Papers

        def self.registered(app)
          app.operation("laboratory") { |_| json(Acts::Laboratory.show) }
          app.operation("keepLaboratory") do |given|
            json(Acts::Laboratory.keep(values: given.body, person_id: person_id))
          end
          app.operation("openRecord") { |given| json({ path: Acts::Records.path(given.path[:uid]) }) }
          app.operation("statementTags") do |given|
            send_paper(Acts::Tags.call(statement_id: given.id, **given.query.slice(:count, :language)))
          end
          app.operation("breakReport") do |given|
            send_paper(Acts::BreakReport.call(lot_id: given.id, language: given.query[:language]))
          end
        end
      end
    end
  end
end
