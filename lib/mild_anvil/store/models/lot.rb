# frozen_string_literal: true

module MildAnvil
  module Store
    module Models
      # One population: specimens made and prepared alike, from which one statement is wanted.
      class Lot < Sequel::Model(:lots)
        many_to_one :job, class: "MildAnvil::Store::Models::Job"
        one_to_many :pulls, class: "MildAnvil::Store::Models::Pull", key: :lot_id, order: :number
        one_to_many :ratings, class: "MildAnvil::Store::Models::SignedRating", key: :lot_id, order: :number
        one_to_many :specimens, class: "MildAnvil::Store::Models::Specimen", key: :lot_id, order: :number

        # @return [Lot]
        # @raise [NotFound]
        def self.fetch!(id) = self[id] || raise(NotFound.new("there is no lot #{id}", id: id))

        # The same, for this transaction alone until it ends; with it the lots that borrow its scatter, whose summaries change
        # with it. Always in the order of their ids, so that no two wait for each other.
        # @raise [NotFound]
        def self.locked!(id)
          ids = [id, *ScatterLoan.where(from_lot_id: id).select_map(:lot_id)]
          where(id: ids).order(:id).for_update.all.find { |lot| lot.id == id } || fetch!(id)
        end
      end
    end
  end
end
