# frozen_string_literal: true

module MildAnvil
  module Store
    module Models
      # One value of one quantity of one pull, and where it came from. Append-only: a better one is another row.
      class Measurement < Sequel::Model(:measurements)
        include Record

        many_to_one :pull, class: "MildAnvil::Store::Models::Pull"
        many_to_one :override, class: "MildAnvil::Store::Models::Override"
        many_to_one :person, class: "MildAnvil::Store::Models::Person"

        # @return [Core::Judgement::Measurement]
        def value
          Core::Judgement::Measurement.new(quantity: quantity, value_si: value_si, resolution_si: resolution_si,
                                           lower_bound_cause: lower_bound_cause, source: source).freeze
        end
      end
    end
  end
end
