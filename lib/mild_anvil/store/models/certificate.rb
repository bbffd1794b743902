# frozen_string_literal: true

module MildAnvil
  module Store
    module Models
      # What a laboratory says of an instrument, and for how long.
      class Certificate < Sequel::Model(:certificates)
        include Record

        many_to_one :person, class: "MildAnvil::Store::Models::Person"
        many_to_one :instrument, class: "MildAnvil::Store::Models::Instrument"

        # @param day [Date]
        # @return [Boolean]
        def in_force?(day) = withdrawn_at.nil? && issued_on <= day && (expires_on.nil? || expires_on >= day)
      end
    end
  end
end
