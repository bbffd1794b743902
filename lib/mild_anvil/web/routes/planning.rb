# frozen_string_literal: true

module MildAnvil
  module Web
    module Routes
      # A lot's plan, its papers, the order of its pulls, the cells of its study.
      module Planning
        def self.registered(app)
          plans(app)
          orders(app)
          app.operation("guesses") { |given| json(Actions::Planning::Guesses.show(lot_id: given.id, person_id: person_id)) }
          app.operation("sealGuess") do |given|
            row = Actions::Planning::Guesses.seal(specimen_id: given.id, person_id: person_id, **given.body)
            json(Actions::Planning::Guesses.show(lot_id: row.specimen.lot_id, person_id: person_id), status: 201)
          end
        end

        def self.plans(app)
          app.operation("plan") { |given| json(Actions::Planning::ShowPlan.call(lot_id: given.id, unit: given.query[:unit])) }
          app.operation("previewPlan") { |given| json(Actions::Planning::ShowPlan.call(lot_id: given.id, **given.body)) }
          app.operation("savePlan") do |given|
            Actions::Planning::SavePlan.call(lot_id: given.id, person_id: person_id, **given.body)
            json(Actions::Planning::ShowPlan.call(lot_id: given.id), status: 201)
          end
          app.operation("planPaper") do |given|
            kind = "#{given.path[:paper]}.#{given.path[:format]}"
            unless Actions::Planning::Papers::KINDS.include?(kind)
              raise NotFound.new("there is no paper #{kind}", kind: kind)
            end

            send_paper(Actions::Planning::Papers.call(lot_id: given.id, kind: kind, link: request.base_url,
                                                      **given.query.slice(:unit, :language)))
          end
        end
        private_class_method :plans

        def self.orders(app)
          app.operation("pullOrder") { |given| json(Actions::Planning::PullOrders.show(lot_id: given.id)) }
          { "drawOrder" => [:draw, 201], "moveInOrder" => [:move, 200] }.each do |operation, (verb, status)|
            app.operation(operation) do |given|
              Actions::Planning::PullOrders.public_send(verb, lot_id: given.id, person_id: person_id, **given.body)
              json(Actions::Planning::PullOrders.show(lot_id: given.id), status: status)
            end
          end
          app.operation("studyCells") { |given| json(Actions::Planning::StudyCells.show(study_id: given.id)) }
          app.operation("makeCells") do |given|
            Actions::Planning::StudyCells.make(study_id: given.id, person_id: person_id, **given.body)
            json(Actions::Planning::StudyCells.show(study_id: given.id), status: 201)
          end
        end
        private_class_method :orders
      end
    end
  end
end
