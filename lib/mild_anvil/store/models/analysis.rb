# frozen_string_literal: true

module MildAnvil
  module Store
    module Models
      # What was found in a recording by one version of the rules.
      class Analysis < Sequel::Model(:analyses)
        many_to_one :recording, class: "MildAnvil::Store::Models::Recording"
        one_to_many :findings, class: "MildAnvil::Store::Models::Finding", key: :analysis_id, order: %i[at_seconds id]
      end
    end
  end
end
