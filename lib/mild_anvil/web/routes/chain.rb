# frozen_string_literal: true

module MildAnvil
  module Web
    module Routes
      # The measuring chain: instruments, their checks, certificates and overloads; the chain of a lot.
      module Chain
        Acts = Actions::Chain

        def self.registered(app)
          shown(app)
          checks(app)
          facts(app)
          stand_in(app)
        end

        def self.shown(app)
          app.operation("instrument") do |given|
            json(Acts::ShowInstrument.call(instrument_id: given.id, force: given.query[:force]&.to_f,
                                           unit: given.query[:unit]))
          end
          app.operation("pullWorth") do |given|
            json(Acts::ReadingWorth.of_pull(pull_id: given.id, unit: given.query[:unit]))
          end
          app.operation("chain") { |given| json(Acts::OfLotPage.call(lot_id: given.id)) }
          app.operation("checkRecord") do |given|
            send_paper(Acts::CheckRecord.call(check_id: given.id, unit: given.query[:unit],
                                              language: given.query[:language]))
          end
        end
        private_class_method :shown

        def self.checks(app)
          app.operation("previewCheck") do |given|
            json(Acts::KeepCheck.preview(instrument_id: given.id, given: given.body, unit: given.query[:unit]))
          end
          app.operation("readCheckFile") do |given|
            file = uploaded
            json(Acts::CheckFile.keep(instrument_id: given.id, name: Upload.name_of(file), bytes: file[:tempfile].read,
                                      person_id: person_id), status: 201)
          end
          app.operation("keepCheck") do |given|
            Acts::KeepCheck.keep(instrument_id: given.id, given: given.body[:check], sha256: given.body[:sha256],
                                 person_id: person_id, once_key: given.once_key)
            json(Acts::ShowInstrument.call(instrument_id: given.id, unit: given.query[:unit]), status: 201)
          end
          app.operation("keepCrossCheck") do |given|
            Acts::Crosses.keep(instrument_id: given.id, given: given.body, person_id: person_id,
                               once_key: given.once_key)
            json(Acts::ShowInstrument.call(instrument_id: given.id, unit: given.query[:unit]), status: 201)
          end
          app.operation("withdrawCheck") do |given|
            check = Acts::KeepCheck.withdraw(check_id: given.id, person_id: person_id, **given.body)
            json(Acts::ShowInstrument.call(instrument_id: check.instrument_id))
          end
        end
        private_class_method :checks

        def self.facts(app)
          { "addCertificate" => Acts::Certificates, "noteOverload" => Acts::Overloads }.each do |operation, acts|
            app.operation(operation) do |given|
              body = operation == "addCertificate" ? { given: given.body } : given.body
              acts.add(instrument_id: given.id, person_id: person_id, **body)
              json(Acts::ShowInstrument.call(instrument_id: given.id), status: 201)
            end
          end
          { "withdrawCertificate" => Acts::Certificates,
            "withdrawOverload" => Acts::Overloads }.each do |operation, acts|
            app.operation(operation) do |given|
              row = acts.withdraw(id: given.id, person_id: person_id, **given.body)
              json(Acts::ShowInstrument.call(instrument_id: row.instrument_id))
            end
          end
        end
        private_class_method :facts

        def self.stand_in(app)
          app.operation("standInCell") do |given|
            json(Acts::StandIn.read(instrument_id: given.id, unit: given.query[:unit]))
          end
          app.operation("loadStandIn") do |given|
            json(Acts::StandIn.hang(instrument_id: given.id, applied: given.body[:applied], unit: given.query[:unit]))
          end
        end
        private_class_method :stand_in
      end
    end
  end
end
