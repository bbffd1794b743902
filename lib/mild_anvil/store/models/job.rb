# frozen_string_literal: true

module MildAnvil
  module Store
    module Models
      # A request with a purpose; it holds lots.
      class Job < Sequel::Model(:jobs)
        one_to_many :lots, class: "MildAnvil::Store::Models::Lot", key: :job_id, order: :id
      end
    end
  end
end
