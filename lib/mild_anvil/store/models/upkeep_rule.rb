# frozen_string_literal: true

module MildAnvil
  module Store
    module Models
      # What must be examined, tested or retired: after so many months, so many uses, an overload.
      class UpkeepRule < Sequel::Model(:upkeep_rules)
        include Record

        many_to_one :person, class: "MildAnvil::Store::Models::Person"
        one_to_many :records, class: "MildAnvil::Store::Models::UpkeepRecord", key: :rule_id, order: %i[done_on id]

        dataset_module do
          def in_use = where(retired_at: nil).order(:id)
        end

        # @raise [NotFound]
        def self.fetch!(id) = self[id] || raise(NotFound.new("there is no rule #{id}", id: id))

        # @return locked for this transaction
        # @raise [NotFound]
        def self.locked!(id) = where(id: id).for_update.first || fetch!(id)
      end
    end
  end
end
