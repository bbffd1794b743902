# frozen_string_literal: true

module MildAnvil
  module Store
    module Models
      # One population: specimens made and prepared alike, from which one statement is wanted.
      class Lot < Sequel::Model(:lots)
        include Record

        plugin :serialization, :json, :rated_parts
        many_to_one :job, class: "MildAnvil::Store::Models::Job"
        many_to_one :reference_lot, class: "MildAnvil::Store::Models::Lot"
        one_to_many :pulls, class: "MildAnvil::Store::Models::Pull", key: :lot_id, order: :number
        one_to_many :specimens, class: "MildAnvil::Store::Models::Specimen", key: :lot_id, order: :number
        one_to_many :statements, class: "MildAnvil::Store::Models::Statement", key: :lot_id, order: :number
        one_to_many :claims, class: "MildAnvil::Store::Models::Claim", key: :lot_id, order: :id do |rows|
          rows.where(withdrawn_at: nil)
        end
        one_to_many :requirements, class: "MildAnvil::Store::Models::Requirement", key: :lot_id, order: :id do |rows|
          rows.where(withdrawn_at: nil)
        end
        one_to_many :study_groups, class: "MildAnvil::Store::Models::StudyGroup", key: :lot_id, order: :factor_id

        # @return [Lot]
        # @raise [NotFound]
        def self.fetch!(id) = self[id] || raise(NotFound.new("there is no lot #{id}", id: id))

        # The same, for this transaction alone until it ends.
        # @raise [NotFound]
        # @return [Sequel::Dataset] all but those of lessons
        def self.real = exclude(job_id: Job.where(purpose: "practice").select(:id))

        def self.locked!(id) = where(id: id).for_update.first || fetch!(id)

        # @return [RatingTerms] the revision in force
        def terms = RatingTerms.where(lot_id: id).order(Sequel.desc(:revision)).first

        # @return [Array<Integer>] lots whose scatter this one borrows
        def lender_ids = ScatterLoan.where(lot_id: id).select_order_map(:from_lot_id)

        # @return [Array<Integer>] lots that borrow this one's scatter, or are ranked against it
        def dependent_ids
          borrowers = ScatterLoan.where(from_lot_id: id).select_map(:lot_id)
          (borrowers | Lot.where(reference_lot_id: id).select_map(:id)).sort
        end
      end
    end
  end
end
