# frozen_string_literal: true

module MildAnvil
  module Store
    module Models
      # One acceptance test as it was made.
      class TestResult < Sequel::Model(:test_results)
        include Record

        many_to_one :person, class: "MildAnvil::Store::Models::Person"
        many_to_one :specimen, class: "MildAnvil::Store::Models::Specimen"
      end
    end
  end
end
