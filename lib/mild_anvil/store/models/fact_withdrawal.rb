# frozen_string_literal: true

module MildAnvil
  module Store
    module Models
      # Why something that was read does not count.
      class FactWithdrawal < Sequel::Model(:fact_withdrawals)
        include Record

        many_to_one :person, class: "MildAnvil::Store::Models::Person"

        # @param subject [String]; @param id [Integer]
        # @return [Boolean]
        def self.of?(subject, id) = where(subject: subject, subject_id: id).any?
      end
    end
  end
end
