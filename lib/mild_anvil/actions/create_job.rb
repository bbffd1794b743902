# frozen_string_literal: true

module MildAnvil
  module Actions
    # Takes in a request.
    module CreateJob
      module_function

      # @return [Store::Models::Job]
      def call(customer:, title:, person_id:, purpose: "rating")
        person = People.fetch!(person_id)
        Store::Database.write do
          job = Store::Models::Job.create(customer: customer, title: title, purpose: purpose, person_id: person.id)
          Store::Events.record(:create_job, job, person_id: person.id,
                                                 after: { customer: customer, title: title, purpose: purpose })
          job
        end
      end
    end
  end
end
