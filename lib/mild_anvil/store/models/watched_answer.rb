# frozen_string_literal: true

module MildAnvil
  module Store
    module Models
      # What one step of the suspicion showed for a break below its limit.
      class WatchedAnswer < Sequel::Model(:watched_answers)
        include Record

        many_to_one :person, class: "MildAnvil::Store::Models::Person"
      end
    end
  end
end
