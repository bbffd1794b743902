# frozen_string_literal: true

module MildAnvil
  module Store
    module Models
      # That an administrator believes what a key signed, or no longer does. The last one counts.
      class KeyTrust < Sequel::Model(:key_trusts)
        include Record

        many_to_one :person, class: "MildAnvil::Store::Models::Person"
      end
    end
  end
end
