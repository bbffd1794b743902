# frozen_string_literal: true

module MildAnvil
  module Store
    module Models
      # One value of a factor.
      class Level < Sequel::Model(:levels)
        many_to_one :factor, class: "MildAnvil::Store::Models::Factor"
      end
    end
  end
end
