# frozen_string_literal: true

module MildAnvil
  module Store
    module Models
      # What differs between the lots of a study: nominal, a quantity, or the order of preparation steps.
      class Factor < Sequel::Model(:factors)
        one_to_many :levels, class: "MildAnvil::Store::Models::Level", key: :factor_id, order: :position
      end
    end
  end
end
