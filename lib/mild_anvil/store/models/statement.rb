# frozen_string_literal: true

module MildAnvil
  module Store
    module Models
      # What was signed: content, inputs and rule version as one text with its hash. Never changed; a better one
      # supersedes it.
      class Statement < Sequel::Model(:statements)
        include Record
        include SignedText

        FORMATS = 3 # of its papers

        plugin :serialization, :json, :changes
        many_to_one :lot, class: "MildAnvil::Store::Models::Lot"
        many_to_one :person, class: "MildAnvil::Store::Models::Person"
        many_to_one :supersedes, class: "MildAnvil::Store::Models::Statement"
        one_to_one :superseded_by, class: "MildAnvil::Store::Models::Statement", key: :supersedes_id
        one_to_one :withdrawal, class: "MildAnvil::Store::Models::StatementWithdrawal", key: :statement_id
        one_to_many :signatures, class: "MildAnvil::Store::Models::Signature", key: :statement_id, order: :id
        one_to_many :documents, class: "MildAnvil::Store::Models::Document", key: :statement_id, order: :id

        # @raise [NotFound]
        def self.fetch!(id) = self[id] || raise(NotFound.new("there is no statement #{id}", id: id))

        # @return [Sequel::Dataset] ids of those that rest on any of these pulls
        def self.with_pulls(ids) = db[:statement_items].where(pull_id: ids).select(:statement_id)

        # @return [String]
        def called = "Statement #{number}"

        # @return [String] what it is about, in a seal
        def about = lot.name
        def lock_owner = Lot.locked!(lot_id)
        def of_lot_id = lot_id

        # @return [String, nil] why it counts no longer
        def no_longer
          return "was withdrawn" if withdrawal
          return if superseded_by.nil?

          "was superseded by #{superseded_by.number}: review that one"
        end

        dataset_module do
          # Those of which a paper is still to be drawn: every format for each hand under them.
          def lacking_papers
            hands = Signature.where(Sequel[:signatures][:statement_id] => Sequel[:statements][:id]).select do
              count.function.*
            end
            papers = Document.where(Sequel[:documents][:statement_id] => Sequel[:statements][:id])
                             .select { count(Sequel.function(:concat, :format, :signature_count)).distinct }
            where(Sequel.lit("? * ? > ?", FORMATS, hands, papers)).order(:id)
          end
        end

        # @param rows [Array<Hash>] pull_id, judgement_id, measurement_id that it rests on
        def keep_items(rows) = db[:statement_items].multi_insert(rows.map { |row| row.merge(statement_id: id) })
      end
    end
  end
end
