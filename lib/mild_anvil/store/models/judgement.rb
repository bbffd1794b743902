# frozen_string_literal: true

module MildAnvil
  module Store
    module Models
      # What a pull counts as, by whom and why, with the value frozen. Append-only: taking one back is another row.
      class Judgement < Sequel::Model(:judgements)
        include Record

        many_to_one :pull, class: "MildAnvil::Store::Models::Pull"
        many_to_one :measurement, class: "MildAnvil::Store::Models::Measurement"
        many_to_one :person, class: "MildAnvil::Store::Models::Person"
      end
    end
  end
end
