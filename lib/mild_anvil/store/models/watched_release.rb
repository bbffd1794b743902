# frozen_string_literal: true

module MildAnvil
  module Store
    module Models
      # Why held batches were let go.
      class WatchedRelease < Sequel::Model(:watched_releases)
        include Record

        many_to_one :person, class: "MildAnvil::Store::Models::Person"
      end
    end
  end
end
