# frozen_string_literal: true

module MildAnvil
  module Store
    module Models
      # What somebody says the item carries, in their own words and unit.
      class Claim < Sequel::Model(:claims)
        include Record
      end
    end
  end
end
