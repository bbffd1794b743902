# frozen_string_literal: true

module MildAnvil
  module Web
    module Presenters
      # Who is signed in and what they may do; on a demo, who could be.
      module Session
        module_function

        # @param person [Hash, nil]
        # @return [Hash]
        def call(person, csrf)
          { version: VERSION, person: person, csrf: csrf, allowed: Permissions.of(person&.fetch(:roles)),
            stop_doors: person ? StopDoor.peers : [],
            people_exist: Actions::SessionFacts.people?, demo: person ? [] : Actions::DemoPeople.list }
        end
      end
    end
  end
end
