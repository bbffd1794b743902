# frozen_string_literal: true

module MildAnvil
  module Web
    module Routes
      # Specimens as a list; tables of them that somebody pasted or dropped.
      module Specimens
        def self.registered(app)
          app.operation("specimens") { |given| json(Actions::Planning::SpecimenList.show(lot_id: given.id)) }
          app.operation("addSpecimens") do |given|
            Actions::Planning::SpecimenList.add(lot_id: given.id, person_id: person_id, once_key: given.once_key,
                                                **given.body)
            json(Actions::Planning::SpecimenList.show(lot_id: given.id), status: 201)
          end
          app.operation("changeSpecimens") do |given|
            Actions::Planning::SpecimenList.change(lot_id: given.id, person_id: person_id, ids: given.body[:ids],
                                                   reason: given.body[:reason], values: given.body.except(:ids,
                                                                                                          :reason))
            json(Actions::Planning::SpecimenList.show(lot_id: given.id))
          end
          app.operation("removeSpecimens") do |given|
            Actions::Planning::SpecimenList.remove(lot_id: given.id, person_id: person_id, **given.body)
            json(Actions::Planning::SpecimenList.show(lot_id: given.id))
          end
          tables(app)
        end

        def self.tables(app)
          app.operation("readSpecimens") { |_| json(Actions::Planning::ReadTable.call(uploaded[:tempfile])) }
          app.operation("importSpecimens") do |given|
            Actions::Planning::SpecimenList.take_in(lot_id: given.id, person_id: person_id, **given.body)
            json(Actions::Planning::SpecimenList.show(lot_id: given.id), status: 201)
          end
        end
        private_class_method :tables
      end
    end
  end
end
