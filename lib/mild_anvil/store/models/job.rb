# frozen_string_literal: true

module MildAnvil
  module Store
    module Models
      # A request with a purpose; it holds lots and studies.
      class Job < Sequel::Model(:jobs)
        include Record

        one_to_many :lots, class: "MildAnvil::Store::Models::Lot", key: :job_id, order: :id
        one_to_many :studies, class: "MildAnvil::Store::Models::Study", key: :job_id, order: :id

        # @raise [NotFound]
        def self.fetch!(id) = self[id] || raise(NotFound.new("there is no job #{id}", id: id))

        def practice? = purpose == "practice"
        def demonstration? = purpose == "demonstration"
      end
    end
  end
end
