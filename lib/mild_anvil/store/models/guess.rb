# frozen_string_literal: true

module MildAnvil
  module Store
    module Models
      # What somebody expects a piece to break at; sealed until it was judged.
      class Guess < Sequel::Model(:guesses)
        include Record

        many_to_one :person, class: "MildAnvil::Store::Models::Person"
        many_to_one :specimen, class: "MildAnvil::Store::Models::Specimen"
      end
    end
  end
end
