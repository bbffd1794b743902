# frozen_string_literal: true

module MildAnvil
  module Store
    module Models
      # What of a lot's pieces is measured, and what the drawing allows.
      class DrawingDimension < Sequel::Model(:drawing_dimensions)
        many_to_one :lot, class: "MildAnvil::Store::Models::Lot"
        many_to_one :person, class: "MildAnvil::Store::Models::Person"
      end
    end
  end
end
