# frozen_string_literal: true

module MildAnvil
  module Store
    module Models
      # What was concluded from a comparison: sentences, what they rest on and by which rules, as one text with its
      # hash. Never changed.
      class Conclusion < Sequel::Model(:conclusions)
        include Record
        include SignedText

        many_to_one :job, class: "MildAnvil::Store::Models::Job"
        many_to_one :lot, class: "MildAnvil::Store::Models::Lot"
        many_to_one :person, class: "MildAnvil::Store::Models::Person"
        one_to_many :signatures, class: "MildAnvil::Store::Models::ConclusionSignature", key: :conclusion_id, order: :id
        one_to_many :papers, class: "MildAnvil::Store::Models::ConclusionPaper", key: :conclusion_id,
                             order: :signature_count

        # @raise [NotFound]
        def self.fetch!(id) = self[id] || raise(NotFound.new("there is no conclusion #{id}", id: id))

        # @return [String]
        def called = "Conclusion #{number}"
        # @return [String] what it is about, in a seal
        def about = "#{job.customer}, #{job.title}"
        def lock_owner = Lot.locked!(lot_id)
        def of_lot_id = lot_id

        dataset_module do
          # Those of which a paper is still to be drawn: one for each hand under them.
          def lacking_papers
            hands = ConclusionSignature.where(conclusion_id: Sequel[:conclusions][:id]).select { count.function.* }
            papers = ConclusionPaper.where(conclusion_id: Sequel[:conclusions][:id]).select do
              count(:signature_count).distinct
            end
            where(Sequel.lit("? > ?", hands, papers)).order(:id)
          end
        end

        # @param ids [Array<Integer>] of the lots that were compared
        def keep_lots(ids) = db[:conclusion_lots].multi_insert(ids.map { |id| { conclusion_id: self.id, lot_id: id } })
      end
    end
  end
end
