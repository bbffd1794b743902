# frozen_string_literal: true

module MildAnvil
  module Store
    # Lots with their jobs and summaries, as lists want them: which ones first, by their ids alone, then what is shown
    # of those.
    module Rack
      LOOKED_IN = %i[name customer title material].freeze
      SHOWN = [Sequel[:lots][:id].as(:id), :name, :item_type, :display_unit, :measurand, :direction, :job_id, :customer,
               :title, :purpose, :facts, :rating, :rating_key, :wanted_key, :state].freeze

      module_function

      # @param words [Array<String>] all of which must occur
      # @param waiting [Boolean] only lots in which somebody has to do something
      # @return [Array(Array<Hash>, Integer)] a page of them, the newest job first; how many there are
      def page(limit:, words: [], waiting: false, offset: 0, database: Sequel::Model.db)
        ids = found(words, waiting, database).order(Sequel.desc(Sequel[:lots][:job_id]), Sequel[:lots][:id])
                                             .select_map(Sequel[:lots][:id])
        [rows(ids[offset, limit] || [], database), ids.size]
      end

      # @return [Array<Hash>] in the order of the ids
      def rows(ids, database = Sequel::Model.db)
        place = ids.each_with_index.to_h
        shown(ids, database).all.sort_by { |row| place.fetch(row[:id]) }
      end

      # @return [Hash] state => number of lots
      def counts(database = Sequel::Model.db)
        lots = database[:lots].where(job_id: real(database)).select(:id)
        database[:lot_summaries].where(lot_id: lots).group_and_count(:state).as_hash(:state, :count)
      end

      # What is practised stands on no rack.
      def real(database) = database[:jobs].exclude(purpose: "practice").select(:id)
      private_class_method :real

      def shown(ids, database)
        database[:lots].join(:jobs, id: Sequel[:lots][:job_id]).join(:lot_summaries, lot_id: Sequel[:lots][:id])
                       .where(Sequel[:lots][:id] => ids).select(*SHOWN)
      end
      private_class_method :shown

      def found(words, waiting, database)
        rows = database[:lots].where(job_id: real(database))
        if waiting
          rows = rows.join(:lot_summaries, lot_id: Sequel[:lots][:id]).exclude(Sequel[:lot_summaries][:state] => "done")
        end
        return rows if words.empty?

        rows = rows.join(:jobs, id: Sequel[:lots][:job_id])
        text = Sequel.function(:concat_ws, " ", *LOOKED_IN)
        words.reduce(rows) { |left, word| left.where(Sequel.ilike(text, "%#{rows.escape_like(word)}%")) }
      end
      private_class_method :found
    end
  end
end
