# frozen_string_literal: true

module MildAnvil
  module Store
    module Models
      # One pull of one feature, from a file or with its peak typed in.
      class Pull < Sequel::Model(:pulls)
        many_to_one :lot, class: "MildAnvil::Store::Models::Lot"
        many_to_one :feature, class: "MildAnvil::Store::Models::Feature"
        many_to_one :person, class: "MildAnvil::Store::Models::Person"
        one_to_one :curve, class: "MildAnvil::Store::Models::Curve", key: :pull_id
        one_to_many :judgements, class: "MildAnvil::Store::Models::Judgement", key: :pull_id, order: :id

        dataset_module do
          # With all that a list of pulls shows, in four queries whatever their number; of the curves no more than where they are.
          def with_everything = judged.eager(curve: ->(curves) { curves.select(:id, :pull_id, :source_file_id) }, feature: :specimen)

          # With all that a rating needs.
          def judged = eager(:judgements).order(:number)
        end

        # @raise [NotFound]
        def self.fetch!(id) = self[id] || raise(NotFound.new("there is no pull #{id}", id: id))

        # @return [Judgement, nil] the last one that was not taken back
        def judgement
          undone = judgements.filter_map(&:undoes_id)
          judgements.reverse.find { |j| j.undoes_id.nil? && !undone.include?(j.id) }
        end
      end
    end
  end
end
