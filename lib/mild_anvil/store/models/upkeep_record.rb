# frozen_string_literal: true

module MildAnvil
  module Store
    module Models
      # An examination that was done, and what it showed.
      class UpkeepRecord < Sequel::Model(:upkeep_records)
        include Record

        many_to_one :person, class: "MildAnvil::Store::Models::Person"
      end
    end
  end
end
