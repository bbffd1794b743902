# frozen_string_literal: true

module MildAnvil
  module Store
    module Models
      # What a pull counts as, by whom and why, with the value frozen. Append-only: taking one back is another row.
      class Judgement < Sequel::Model(:judgements)
        include Record

        many_to_one :pull, class: "MildAnvil::Store::Models::Pull"
        many_to_one :measurement, class: "MildAnvil::Store::Models::Measurement"
        many_to_one :person, class: "MildAnvil::Store::Models::Person"

        # @return [Hash{String => Judgement}] those that a statement rests on, by the uids of their pulls
        def self.of_statement(id)
          found = join(:statement_items, judgement_id: :id).where(Sequel[:statement_items][:statement_id] => id)
          found.select_all(:judgements).eager(:pull).all.to_h { |row| [row.pull.uid, row] }
        end

        # @param columns [Hash] that the judgement in force must have
        # @return [Array<Judgement>] of each pull of a lot the last one that was not taken back
        def self.in_force(lot_id, **columns)
          pulls = Pull.where(lot_id: lot_id).select(:id)
          last = Counting.judgements(db).where(pull_id: pulls).from_self.select(:id)
          where(id: last).where(columns).eager(pull: { feature: :specimen }).order(:pull_id).all
        end
      end
    end
  end
end
