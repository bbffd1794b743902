# frozen_string_literal: true

module MildAnvil
  module Actions
    # The summary of a lot as the API has it: its facts, its rating as far as it is computed, what comes next.
    module ReadSummary
      EMPTY = SummaryRating.call({ "schools" => [], "verdicts" => [], "recommended_reason" => "" }).freeze

      module_function

      # @param row [Hash] facts, rating, rating_key, wanted_key, state: as stored
      # @return [Hash] string keys
      def of(row)
        rating = row[:rating] ? JSON.parse(row[:rating]) : EMPTY
        computing = row[:rating_key] != row[:wanted_key]
        { **JSON.parse(row[:facts]), **(rating || EMPTY), "computing" => computing, "next_step" => row[:state],
                                                          "waits" => row[:state] != "done" }
      end

      # @return [Hash]
      def of_lot(lot_id) = of(Store::Models::LotSummary[lot_id].values)
    end
  end
end
