# frozen_string_literal: true

module MildAnvil
  module Web
    module Routes
      # Pulls typed in, corrected and seen; what a feature carried besides.
      module Pulls
        def self.registered(app)
          typed(app)
          corrected(app)
          loaded(app)
        end

        def self.typed(app)
          app.operation("recordPeak") do |given|
            pull = Actions::RecordPeak.call(lot_id: given.id, person_id: person_id, once_key: given.once_key,
                                            **given.body)
            json(Actions::ShowPull.call(pull_id: pull.id), status: 201)
          end
          app.operation("recordReadings") do |given|
            pull = Actions::RecordReadings.call(lot_id: given.id, person_id: person_id, once_key: given.once_key,
                                                **given.body)
            json(Actions::ShowPull.call(pull_id: pull.id), status: 201)
          end
        end

        def self.corrected(app)
          app.operation("pull") { |given| json(Actions::ShowPull.call(pull_id: given.id)) }
          app.operation("changePull") do |given|
            Actions::ChangePull.call(pull_id: given.id, values: given.body.except(:reason, :version),
                                     **given.body.slice(:reason, :version), person_id: person_id)
            json(Actions::ShowPull.call(pull_id: given.id))
          end
          app.operation("correctReading") do |given|
            Actions::CorrectReading.call(pull_id: given.id, person_id: person_id, once_key: given.once_key,
                                         **given.body)
            json(Actions::ShowPull.call(pull_id: given.id), status: 201)
          end
        end

        def self.loaded(app)
          app.operation("recordLoad") do |given|
            lot = Actions::RecordLoad.call(lot_id: given.id, person_id: person_id, once_key: given.once_key,
                                           **given.body)
            json(Actions::ShowLot.call(lot_id: lot.id), status: 201)
          end
          app.operation("withdrawLoad") do |given|
            json(Actions::ShowLot.call(lot_id: Actions::RecordLoad.withdraw(load_id: given.id,
                                                                            person_id: person_id).id))
          end
        end
      end
    end
  end
end
