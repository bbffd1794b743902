# frozen_string_literal: true

module MildAnvil
  module Actions
    # Takes in a request.
    module CreateJob
      module_function

      # @return [Store::Models::Job]
      def call(customer:, title:, person_id:, purpose: "rating")
        Store::Database.write do
          job = Store::Models::Job.create(customer: customer, title: title, purpose: purpose, created_at: Time.now)
          Audit.record(:create_job, job, person_id: person_id, customer: customer, title: title)
          job
        end
      end
    end
  end
end
