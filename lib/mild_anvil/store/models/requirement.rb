# frozen_string_literal: true

module MildAnvil
  module Store
    module Models
      # What the use demands, and from whom.
      class Requirement < Sequel::Model(:requirements)
        include Record
      end
    end
  end
end
