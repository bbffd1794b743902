# frozen_string_literal: true

module MildAnvil
  module Store
    module Models
      # What somebody said of a piece by looking, before it was destroyed.
      class EarlierVerdict < Sequel::Model(:earlier_verdicts)
        include Record

        many_to_one :person, class: "MildAnvil::Store::Models::Person"
        many_to_one :specimen, class: "MildAnvil::Store::Models::Specimen"
      end
    end
  end
end
