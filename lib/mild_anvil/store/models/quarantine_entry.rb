# frozen_string_literal: true

module MildAnvil
  module Store
    module Models
      # What an inspector found and decided of a piece in quarantine; never changed, only followed.
      class QuarantineEntry < Sequel::Model(:quarantine_entries)
        include Record

        many_to_one :person, class: "MildAnvil::Store::Models::Person"
      end
    end
  end
end
