# frozen_string_literal: true

module MildAnvil
  module Store
    # Lots with their jobs and summaries, as lists want them.
    module Rack
      LOOKED_IN = %i[name customer title material].freeze

      module_function

      # @param words [Array<String>] all of which must occur
      # @param waiting [Boolean] only lots in which somebody has to do something
      # @return [Sequel::Dataset] the newest job first
      def rows(words:, waiting:, database: Sequel::Model.db)
        rows = database[:lots].join(:jobs, id: Sequel[:lots][:job_id]).join(:lot_summaries, lot_id: Sequel[:lots][:id])
                              .select(Sequel[:lots][:id].as(:id), :name, :item_type, :display_unit, :measurand,
                                      :direction, :job_id,
                                      :customer, :title, :purpose, :facts, :rating, :rating_key, :wanted_key, :state)
        rows = rows.exclude(state: "done") if waiting
        text = Sequel.function(:concat_ws, " ", *LOOKED_IN)
        words.each { |word| rows = rows.where(Sequel.ilike(text, "%#{rows.escape_like(word)}%")) }
        rows.order(Sequel.desc(Sequel[:jobs][:id]), Sequel[:lots][:id])
      end

      # @return [Hash] state => number of lots
      def counts(database = Sequel::Model.db) = database[:lot_summaries].group_and_count(:state).as_hash(:state, :count)
    end
  end
end
