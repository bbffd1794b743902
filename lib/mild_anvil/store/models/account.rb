# frozen_string_literal: true

module MildAnvil
  module Store
    module Models
      # How a person signs in; kept by the sign-in library.
      class Account < Sequel::Model(:accounts)
        OPEN = 2
        CLOSED = 3

        many_to_one :person, class: "MildAnvil::Store::Models::Person"

        # Signed out everywhere.
        def end_sessions = db[:account_active_session_keys].where(account_id: id).delete
      end
    end
  end
end
