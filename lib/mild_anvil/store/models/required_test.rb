# frozen_string_literal: true

module MildAnvil
  module Store
    module Models
      # One test that an acceptance plan asks for.
      class RequiredTest < Sequel::Model(:required_tests)
        plugin :serialization, :json, :places
      end
    end
  end
end
