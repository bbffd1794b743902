# frozen_string_literal: true

module MildAnvil
  module Store
    module Models
      # What somebody said of a pull before its force and its group were shown: cause, place, and whether it is void.
      # Append-only.
      class BlindJudgement < Sequel::Model(:blind_judgements)
        include Record

        many_to_one :pull, class: "MildAnvil::Store::Models::Pull"
        many_to_one :person, class: "MildAnvil::Store::Models::Person"
      end
    end
  end
end
