# frozen_string_literal: true

module MildAnvil
  module Store
    module Models
      # A person's own value for a finding, beside the one that was found. Append-only: taking one back is another row.
      class Override < Sequel::Model(:overrides)
        include Record

        many_to_one :finding, class: "MildAnvil::Store::Models::Finding"
        many_to_one :person, class: "MildAnvil::Store::Models::Person"
      end
    end
  end
end
