# frozen_string_literal: true

module MildAnvil
  module Store
    module Models
      # What was told after a pull: heat, what stuck, what stays usable; the newest one holds.
      class Aftermath < Sequel::Model(:aftermaths)
        include Record

        many_to_one :person, class: "MildAnvil::Store::Models::Person"
      end
    end
  end
end
