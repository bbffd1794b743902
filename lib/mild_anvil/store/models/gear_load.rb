# frozen_string_literal: true

module MildAnvil
  module Store
    module Models
      # Which gear stood in line in a pull.
      class GearLoad < Sequel::Model(:gear_loads)
        unrestrict_primary_key
      end
    end
  end
end
