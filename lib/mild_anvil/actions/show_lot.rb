# frozen_string_literal: true

module MildAnvil
  module Actions
    # All that the screens of one lot share: the lot, its job, its summary, its pulls, its signed ratings.
    module ShowLot
      SPARK_POINTS = 90

      module_function

      # @return [Hash]
      def call(lot_id:)
        lot = Store::Models::Lot.fetch!(lot_id)
        rated = RateLot.of(lot)
        signed = Store::Models::SignedRating.where(lot_id: lot.id).eager(:person).order(:number).all
        { lot: lot.values.merge(marking_step: lot.marking_step&.to_f), job: lot.job.values, summary: LotSummary.call(rated, signed.last),
          pulls: rated.pulls.map { |pull| PullRow.call(pull) }, ratings: signed.map { |rating| signed_row(rating) }, specimens: specimens(lot),
          siblings: lot.job.lots_dataset.exclude(id: lot.id).select_map(%i[id name]).map { |id, name| { id: id, name: name } } }
      end

      def signed_row(rating)
        { id: rating.id, number: rating.number, person: rating.person.name, created_at: rating.created_at, statement: rating.statement.slice("minimum", "working_load_limit", "factor", "chosen") }
      end
      private_class_method :signed_row

      def specimens(lot)
        lot.specimens_dataset.eager(:features).all.map { |s| { number: s.number, features: s.features.map(&:name) } }
      end
      private_class_method :specimens
    end
  end
end
