# frozen_string_literal: true

module MildAnvil
  module Store
    module Models
      # What is looked at after a proof.
      class InspectionPoint < Sequel::Model(:inspection_points)
      end
    end
  end
end
