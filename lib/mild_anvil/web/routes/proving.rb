# frozen_string_literal: true

module MildAnvil
  module Web
    module Routes
      # What follows from a pull: what is told of it, quarantine of what failed its proof, certificates of what passed.
      module Proving
        Acts = Actions::Proving
        After = Actions::Benching::AfterPull

        def self.registered(app)
          app.operation("aftermath") { |given| json(After.show(given.id)) }
          app.operation("tellAftermath") do |given|
            After.tell(pull_id: given.id, values: given.body, person_id: person_id)
            json(After.show(given.id), status: 201)
          end
          app.operation("alignClip") do |given|
            json(After.align(link_id: given.id, person_id: person_id, **given.body))
          end
          app.operation("decideQuarantine") do |given|
            row = Acts::Quarantines.decide(id: given.id, person_id: person_id, **given.body)
            json(Acts::Quarantines.shown(row), status: 201)
          end
          certificates(app)
          gear(app)
        end

        def self.certificates(app)
          app.operation("certificate") { |given| json(Acts::Certify.show(given.id)) }
          app.operation("certify") do |given|
            Acts::Certify.call(run_id: given.id, person_id: person_id, once_key: given.once_key, **given.body)
            json(Acts::Certify.show(given.id), status: 201)
          end
          app.operation("certificatePaper") do |given|
            send_pdf(*Acts::CertificatePapers.read(given.id, language: given.query[:language]))
          end
        end
        private_class_method :certificates

        def self.gear(app)
          app.operation("addLooseGear") do |given|
            Acts::LooseGears.add(lot_id: given.id, person_id: person_id, **given.body)
            json({ rows: Acts::LooseGears.of(given.id) }, status: 201)
          end
          app.operation("removeLooseGear") do |given|
            row = Acts::LooseGears.remove(id: given.id, person_id: person_id)
            json({ rows: Acts::LooseGears.of(row.lot_id) })
          end
        end
        private_class_method :gear
      end
    end
  end
end
