# frozen_string_literal: true

module MildAnvil
  module Actions
    # Rates a lot from its judged pulls: what was computed of these inputs, or at once what needs no simulation, while
    # the worker follows.
    module RateLot
      # statement: as the API has it; sha256: of what would be signed, nil while it is being computed
      Rated = Struct.new(:facts, :inputs, :statement, :sha256, :computing, :failure, keyword_init: true)

      module_function

      # @param lot_id [Integer]
      # @param what_if [Hash] see RatingInputs::WHAT_IF
      # @return [Rated]
      # @raise [InvalidInput]
      def call(lot_id:, what_if: {}) = of(Store::Models::Lot.fetch!(lot_id), what_if: what_if)

      # The same, computed here and now where no worker has been there yet: what goes on paper is never provisional.
      #
      # @return [Rated]
      def finished(lot_id:, what_if: {})
        rated = call(lot_id: lot_id, what_if: what_if)
        return rated unless rated.computing

        Computations.compute(Computations.want(rated.inputs, lot_id: lot_id))
        call(lot_id: lot_id, what_if: what_if)
      end

      def of(lot, what_if: {})
        facts = LotFacts.new(lot, what_if: what_if)
        inputs = RatingInputs.call(facts, what_if: what_if)
        core = RatingInputs.core(inputs)
        core.terms # refuses terms that cannot be, before anything is kept
        row = Computations.want(inputs, lot_id: lot.id)
        content = row.computed? ? row.statement : Canonical.plain(core.statement(calibrate: :none).to_h)
        Rated.new(facts: facts, inputs: inputs, statement: content, sha256: row.statement_sha256,
                  computing: row.computed_at.nil?,
                  failure: row.failure)
      end
    end
  end
end
