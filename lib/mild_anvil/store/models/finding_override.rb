# frozen_string_literal: true

module MildAnvil
  module Store
    module Models
      # A person's own value for a finding, beside the one that was found. Append-only: taking one back is another row.
      class FindingOverride < Sequel::Model(:finding_overrides)
        many_to_one :person, class: "MildAnvil::Store::Models::Person"

        # @return [Hash{Array(String, Integer) => FindingOverride}] those in force, by kind and place
        def self.in_force(curve_id)
          rows = where(curve_id: curve_id).eager(:person).order(:id).all
          undone = rows.filter_map(&:undoes_id)
          rows.reject { |row| row.undoes_id || undone.include?(row.id) }.to_h { |row| [[row.kind, row.place], row] }
        end
      end
    end
  end
end
