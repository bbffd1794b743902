# frozen_string_literal: true

module MildAnvil
  module Web
    module Presenters
      # Who is signed in and what they may do; on a demo, who could be.
      module Session
        module_function

        # @param person [Hash, nil]
        # @param demo_open [Boolean] whether the people of the demo may sign in from where it is asked
        # @param second_factor [String, nil] what is to be done before they are let in
        # @return [Hash]
        def call(person, csrf, demo_open: true, second_factor: nil)
          { version: VERSION, person: person, csrf: csrf, allowed: Permissions.of(person&.fetch(:roles)),
            second_factor: { needed: second_factor, asked_of: Actions::SecondFactor.asked_of },
            stop_doors: person ? StopDoor.peers : [],
            people_exist: Actions::SessionFacts.people?, demo: person || !demo_open ? [] : Actions::DemoPeople.list }
        end
      end
    end
  end
end
