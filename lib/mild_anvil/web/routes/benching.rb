# frozen_string_literal: true

module MildAnvil
  module Web
    module Routes
      # Pulls on a bench: what can be run, beginning one, what is done while it goes, and what the bench does now.
      module Benching
        Acts = Actions::Benching
        EVENTS = "text/event-stream"

        def self.registered(app)
          app.operation("benchOfLot") do |given|
            json(Acts::ShowBench.call(lot_id: given.id, unit: given.query[:unit]))
          end
          app.operation("startRun") do |given|
            run = Acts::StartRun.call(lot_id: given.id, person_id: person_id, roles: person[:roles],
                                      once_key: given.once_key, **given.body)
            json(Acts::ShowBench.run(run), status: 201)
          end
          app.operation("commandRun") do |given|
            Acts::CommandRun.call(run_id: given.id, person_id: person_id, command: given.body[:command],
                                  given: given.body[:given] || {})
            json({ done: true })
          end
          what_it_does(app)
          stopping(app)
          control(app)
          procedures(app)
        end

        def self.control(app)
          { "giveRun" => :give, "takeRun" => :take }.each do |operation, verb|
            app.operation(operation) do |given|
              run = Acts::Drive.public_send(verb, run_id: given.id, person_id: person_id, **given.body.to_h)
              json(Acts::ShowBench.run(run))
            end
          end
          app.operation("driveRun") do |given|
            Acts::Drive.seen(run_id: given.id, person_id: person_id)
            json({ done: true })
          end
        end
        private_class_method :control

        def self.procedures(app)
          app.operation("procedures") { json(Acts::ListProcedures.call) }
          app.operation("saveProcedure") do |given|
            Acts::SaveProcedure.call(person_id: person_id, **given.body)
            json(Acts::ListProcedures.call, status: 201)
          end
          app.operation("previewProcedure") { |given| json(Acts::SaveProcedure.preview(**given.body)) }
          app.operation("retireProcedure") do |given|
            Acts::SaveProcedure.retire(key: given.path[:key], person_id: person_id)
            json(Acts::ListProcedures.call)
          end
        end
        private_class_method :procedures

        def self.what_it_does(app)
          app.operation("runRecord") do |given|
            send_paper(Acts::RunRecord.call(run_id: given.id, unit: given.query[:unit],
                                            language: given.query[:language]))
          end
          app.operation("runJournal") do |given|
            send_paper(Acts::RunJournal.call(run_id: given.id))
          end
          app.operation("benchLive") do |given|
            live = Acts::Live.new(given.id, unit: given.query[:unit])
            after = given.query[:after].to_i
            next "" if request.env["HTTP_ACCEPT"] == EVENTS && LiveStream.begin(request.env, live, after: after)

            json(live.once(after: after))
          end
        end
        private_class_method :what_it_does

        def self.stopping(app)
          app.operation("letOff") do |given|
            asked_at = Process.clock_gettime(Process::CLOCK_MONOTONIC)
            Acts::RecorderLine.ask!(given.id, "let off", { asked_at: asked_at })
            json({ done: true })
          end
          # With a key; a page's own stop needs none of this and is answered before (StopDoor).
          app.operation("stopBench") do |given|
            Acts::CommandRun.known_bench!(given.id)
            told = StopDoor.stop(given.id, nil)
            raise Conflict, told[:words].sub(/\A./, &:upcase) if told[:words]

            json(told)
          end
          app.operation("sayComma") do |given|
            Acts::SayComma.call(bench_id: given.id, comma: given.body[:comma], person_id: person_id)
            json({ done: true })
          end
        end
        private_class_method :stopping
      end
    end
  end
end
