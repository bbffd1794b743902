# frozen_string_literal: true

module MildAnvil
  module Store
    module Models
      # The tests that a lot must have, as revisions; the last one is in force.
      class AcceptancePlan < Sequel::Model(:acceptance_plans)
        include Record

        plugin :serialization, :json, :dimensions
        many_to_one :person, class: "MildAnvil::Store::Models::Person"
        one_to_many :required_tests, class: "MildAnvil::Store::Models::RequiredTest", key: :acceptance_plan_id,
                                     order: :position

        # @return [AcceptancePlan, nil]
        def self.of(lot_id) = where(lot_id: lot_id).order(Sequel.desc(:revision)).first
      end
    end
  end
end
