# frozen_string_literal: true

module MildAnvil
  module Store
    module Models
      # More than an instrument's capacity was on it: its checks before say nothing about what came after.
      class Overload < Sequel::Model(:overloads)
        include Record

        many_to_one :person, class: "MildAnvil::Store::Models::Person"
        many_to_one :instrument, class: "MildAnvil::Store::Models::Instrument"
        many_to_one :pull, class: "MildAnvil::Store::Models::Pull"
      end
    end
  end
end
