# frozen_string_literal: true

module MildAnvil
  module Actions
    module Benching
      # Who drives a run: whoever began it, until they give it away, or are not heard of for so long.
      module Drive
        LAPSED_SECONDS = 30

        module_function

        # @raise [Forbidden] for whoever only watches
        def refuse_others!(run, person_id)
          return if run.driver_id == person_id

          raise Forbidden, "#{run.driver.name} runs this pull: ask for it, or stop it"
        end

        # Whoever drives is at the screen.
        def seen(run_id:, person_id:)
          Store::Models::Run.fetch!(run_id)
          driven = Store::Models::Run.where(id: run_id, driver_id: person_id, state: "recording")
          Store::Database.again { driven.update(driver_seen_at: Time.now) }
        end

        # @param to_id [Integer] of whoever may take it
        # @raise [Forbidden, Conflict, NotFound]
        def give(run_id:, person_id:, to_id:)
          change(run_id, person_id, :give_run) do |run|
            refuse_others!(run, person_id)
            to = People.fetch!(to_id)
            { offered_to_id: to.id }
          end
        end

        # Given, or lapsed; nothing else passes it on.
        # @raise [Conflict] while somebody else drives
        def take(run_id:, person_id:)
          change(run_id, person_id, :take_run) do |run|
            unless run.driver_id == person_id || run.offered_to_id == person_id || lapsed?(run)
              raise Conflict, "#{run.driver.name} runs this pull and was seen a moment ago: they can give it to you"
            end

            { driver_id: person_id, offered_to_id: nil, driver_seen_at: Time.now }
          end
        end

        def lapsed?(run) = Time.now - (run.driver_seen_at || run.created_at) > LAPSED_SECONDS

        # @return [Hash] driver, offered_to, lapsed: as a screen shows it
        def shown(run)
          { driver: run.driver.name, driver_id: run.driver_id, offered_to_id: run.offered_to_id,
            lapsed: run.state == "recording" && lapsed?(run) }
        end

        def change(run_id, person_id, action)
          person = People.fetch!(person_id)
          Store::Database.write do
            run = Store::Models::Run.where(id: run_id).for_update.first || raise(NotFound, "there is no such run")
            raise Conflict, "This pull is over" unless run.state == "recording"

            before = run.driver_id
            columns = yield run
            run.update(columns)
            Store::Events.record(action, run, person_id: person.id, lot_id: run.lot_id, before: { driver: before },
                                              after: columns.slice(:driver_id, :offered_to_id))
            run
          end
        end
        private_class_method :change
      end
    end
  end
end
