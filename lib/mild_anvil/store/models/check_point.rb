# frozen_string_literal: true

module MildAnvil
  module Store
    module Models
      # One reading of a check.
      class CheckPoint < Sequel::Model(:check_points)
        unrestrict_primary_key
      end
    end
  end
end
