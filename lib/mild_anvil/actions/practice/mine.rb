# frozen_string_literal: true

module MildAnvil
  module Actions
    module Practice
      # Whose lesson it is: one works on one's own; an instructor looks at those of the class.
      module Mine
        INSTRUCTORS = %w[reviewer administrator].freeze

        module_function

        # @return [Store::Models::PracticeRun]
        # @raise [NotFound, Forbidden]
        def fetch!(run_id, person_id)
          run = Store::Models::PracticeRun.fetch!(run_id)
          raise Forbidden, "This is the lesson of #{run.person.name}" unless run.person_id == person_id

          run
        end

        # @param roles [Array<String>]
        def see!(run_id, person_id, roles)
          run = Store::Models::PracticeRun.fetch!(run_id)
          return run if run.person_id == person_id || instructor?(roles)

          raise Forbidden, "This is the lesson of #{run.person.name}"
        end

        def instructor?(roles) = roles.intersect?(INSTRUCTORS)
      end
    end
  end
end
