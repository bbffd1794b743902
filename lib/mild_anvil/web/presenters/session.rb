# frozen_string_literal: true

module MildAnvil
  module Web
    module Presenters
      # Who is signed in and what they may do; on a demo, who could be.
      module Session
        module_function

        # @param person [Hash, nil]
        # @param demo_open [Boolean] whether the people of the demo may sign in from where it is asked
        # @return [Hash]
        def call(person, csrf, demo_open: true)
          { version: VERSION, person: person, csrf: csrf, allowed: Permissions.of(person&.fetch(:roles)),
            stop_doors: person ? StopDoor.peers : [],
            people_exist: Actions::SessionFacts.people?, demo: person || !demo_open ? [] : Actions::DemoPeople.list }
        end
      end
    end
  end
end
