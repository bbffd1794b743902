# frozen_string_literal: true

module MildAnvil
  module Store
    module Models
      # What a pull counts as, by whom and why. Append-only: taking one back is another row.
      class Judgement < Sequel::Model(:judgements)
        many_to_one :person, class: "MildAnvil::Store::Models::Person"
      end
    end
  end
end
