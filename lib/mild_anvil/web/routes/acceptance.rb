# frozen_string_literal: true

module MildAnvil
  module Web
    module Routes
      # Acceptance plans, their results, earlier verdicts, templates.
      module Acceptance
        def self.registered(app)
          app.operation("acceptance") { |given| json(Actions::Planning::Acceptance.show(lot_id: given.id)) }
          app.operation("saveAcceptance") do |given|
            Actions::Planning::Acceptance.save(lot_id: given.id, person_id: person_id, **given.body)
            json(Actions::Planning::Acceptance.show(lot_id: given.id), status: 201)
          end
          results(app)
          templates(app)
        end

        def self.results(app)
          app.operation("recordTest") do |given|
            Actions::Planning::TestResults.record(lot_id: given.id, person_id: person_id, once_key: given.once_key,
                                                  **given.body)
            json(Actions::Planning::Acceptance.show(lot_id: given.id), status: 201)
          end
          app.operation("withdrawTest") do |given|
            row = Actions::Planning::TestResults.withdraw(result_id: given.id, person_id: person_id, **given.body)
            json(Actions::Planning::Acceptance.show(lot_id: row.lot_id))
          end
          app.operation("noteVerdict") do |given|
            row = Actions::Planning::Verdicts.note(specimen_id: given.id, person_id: person_id, **given.body)
            json(Actions::Planning::Acceptance.show(lot_id: row.specimen.lot_id), status: 201)
          end
        end
        private_class_method :results

        def self.templates(app)
          app.operation("acceptanceTemplates") { |_| json(Actions::Planning::Templates.list) }
          app.operation("workOutTemplate") { |given| json(Actions::Planning::Templates.worked_out(**given.body)) }
          app.operation("keepTemplate") do |given|
            Actions::Planning::Templates.keep(lot_id: given.id, person_id: person_id, **given.body)
            json(Actions::Planning::Templates.list, status: 201)
          end
        end
        private_class_method :templates
      end
    end
  end
end
