# frozen_string_literal: true

module MildAnvil
  module Store
    module Models
      # In what order the pieces of a lot or of a study are pulled; the last revision is in force.
      class PullOrder < Sequel::Model(:pull_orders)
        include Record

        many_to_one :person, class: "MildAnvil::Store::Models::Person"
        one_to_many :rows, class: "MildAnvil::Store::Models::PullOrderRow", key: :pull_order_id, order: :position

        # @param scope [Hash] lot_id: or study_id:
        # @return [PullOrder, nil]
        def self.of(**scope) = where(scope).order(Sequel.desc(:revision)).first
      end
    end
  end
end
