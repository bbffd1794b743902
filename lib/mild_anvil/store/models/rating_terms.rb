# frozen_string_literal: true

module MildAnvil
  module Store
    module Models
      # One revision of the terms under which a lot is rated.
      class RatingTerms < Sequel::Model(:rating_terms)
        many_to_one :person, class: "MildAnvil::Store::Models::Person"
      end
    end
  end
end
