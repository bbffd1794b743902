# frozen_string_literal: true

module MildAnvil
  module Store
    module Models
      # What happened to a station: tightened, interrupted, looked at, failed, stopped.
      class LongEvent < Sequel::Model(:long_events)
        include Record

        many_to_one :person, class: "MildAnvil::Store::Models::Person"
      end
    end
  end
end
