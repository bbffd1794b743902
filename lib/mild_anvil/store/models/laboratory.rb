# frozen_string_literal: true

module MildAnvil
  module Store
    module Models
      # Whose papers these are, from then on: name, address, mark, terms. The last one counts.
      class Laboratory < Sequel::Model(:laboratories)
        include Record

        many_to_one :person, class: "MildAnvil::Store::Models::Person"
        many_to_one :mark, class: "MildAnvil::Store::Models::Attachment", key: :mark_id

        # @return [Laboratory, nil]
        def self.in_force = order(:id).last
      end
    end
  end
end
