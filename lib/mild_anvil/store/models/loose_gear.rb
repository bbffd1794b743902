# frozen_string_literal: true

module MildAnvil
  module Store
    module Models
      # A hook, a block, a shackle that belongs to an appliance, with its own certificate.
      class LooseGear < Sequel::Model(:loose_gear)
        include Record

        many_to_one :person, class: "MildAnvil::Store::Models::Person"
      end
    end
  end
end
