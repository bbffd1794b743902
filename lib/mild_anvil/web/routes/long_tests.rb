# frozen_string_literal: true

module MildAnvil
  module Web
    module Routes
      # Tests of hours to months: agreed, read, ended, reported.
      module LongTests
        Acts = Actions::LongTests

        def self.registered(app)
          app.operation("longTests") { |_| json({ tests: Acts::ShowTest.list, kinds: Acts::Kinds.call }) }
          app.operation("longTest") { |given| json(Acts::ShowTest.call(given.id)) }
          app.operation("beginLongTest") do |given|
            row = Acts::BeginTest.call(values: given.body.except(:started_at), started_at: given.body[:started_at],
                                       person_id: person_id, once_key: given.once_key)
            json(Acts::ShowTest.call(row.id), status: 201)
          end
          app.operation("changeLongTest") do |given|
            Acts::BeginTest.change(id: given.id, version: given.body[:version], values: given.body.except(:version),
                                   person_id: person_id)
            json(Acts::ShowTest.call(given.id))
          end
          course(app)
          readings(app)
          reports(app)
        end

        def self.course(app)
          app.operation("startLongTest") do |given|
            Acts::BeginTest.started(id: given.id, person_id: person_id, **given.body)
            json(Acts::ShowTest.call(given.id))
          end
          app.operation("endLongTest") do |given|
            Acts::BeginTest.ended(id: given.id, person_id: person_id, **given.body)
            json(Acts::ShowTest.call(given.id))
          end
        end
        private_class_method :course

        def self.readings(app)
          app.operation("readStation") do |given|
            row = Acts::KeepReading.call(station_id: given.id, person_id: person_id, once_key: given.once_key,
                                         **given.body)
            json(Acts::ShowTest.call(row.station.test_id), status: 201)
          end
          app.operation("bringLongLog") do |given|
            file = uploaded
            test = Acts::BringLog.call(station_id: given.id, name: Upload.name_of(file), bytes: file[:tempfile].read,
                                       person_id: person_id, clock_changed: choices_given[:clock_changed])
            json(Acts::ShowTest.call(test.id), status: 201)
          end
          app.operation("markStation") do |given|
            row = Acts::Mark.call(station_id: given.id, person_id: person_id, once_key: given.once_key, **given.body)
            json(Acts::ShowTest.call(Store::Models::LongStation.fetch!(row.station_id).test_id), status: 201)
          end
          app.operation("withdrawLongReading") do |given|
            row = Acts::KeepReading.withdraw(id: given.id, person_id: person_id, **given.body)
            json(Acts::ShowTest.call(row.station.test_id), status: 201)
          end
          app.operation("longReadings") do |given|
            name, text = Acts::Export.call(given.id)
            content_type "text/csv"
            hand_out(name)
            text
          end
        end
        private_class_method :readings

        def self.reports(app)
          app.operation("signLongReport") do |given|
            row = Acts::Report.sign(test_id: given.id, person_id: person_id, once_key: given.once_key, **given.body)
            json(Acts::Report.shown(row), status: 201)
          end
          app.operation("reviewLongReport") do |given|
            json(Acts::Report.shown(Acts::Report.review(id: given.id, person_id: person_id, **given.body)), status: 201)
          end
          app.operation("longReportPaper") do |given|
            send_pdf(*Acts::ReportPapers.read(given.id, language: given.query[:language]))
          end
        end
        private_class_method :reports
      end
    end
  end
end
