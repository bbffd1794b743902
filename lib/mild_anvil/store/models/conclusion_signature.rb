# frozen_string_literal: true

module MildAnvil
  module Store
    module Models
      # Whose hand stands under a conclusion's hash.
      class ConclusionSignature < Sequel::Model(:conclusion_signatures)
        include Record

        many_to_one :conclusion, class: "MildAnvil::Store::Models::Conclusion"
        many_to_one :person, class: "MildAnvil::Store::Models::Person"
      end
    end
  end
end
