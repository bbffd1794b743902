# frozen_string_literal: true

module MildAnvil
  module Store
    module Models
      # Lots of one job as cells: factors, each with levels.
      class Study < Sequel::Model(:studies)
        include Record

        many_to_one :job, class: "MildAnvil::Store::Models::Job"
        one_to_many :factors, class: "MildAnvil::Store::Models::Factor", key: :study_id, order: :position

        # For this transaction alone until it ends.
        # @raise [NotFound]
        def self.locked!(id) = where(id: id).for_update.first || fetch!(id)

        # @raise [NotFound]
        def self.fetch!(id) = self[id] || raise(NotFound.new("there is no study #{id}", id: id))
      end
    end
  end
end
