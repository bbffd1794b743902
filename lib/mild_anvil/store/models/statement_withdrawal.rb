# frozen_string_literal: true

module MildAnvil
  module Store
    module Models
      # That a signed statement counts no longer, by whom and why. What was signed stays as it was.
      class StatementWithdrawal < Sequel::Model(:statement_withdrawals)
        include Record

        many_to_one :statement, class: "MildAnvil::Store::Models::Statement"
        many_to_one :person, class: "MildAnvil::Store::Models::Person"
      end
    end
  end
end
