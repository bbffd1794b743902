# frozen_string_literal: true

module MildAnvil
  module Actions
    # Rates a lot from its judged pulls: reads, hands to the core, returns; nothing is stored.
    module RateLot
      Rated = Struct.new(:lot, :pulls, :judged, :statement, keyword_init: true)

      module_function

      # @param lot_id [Integer]
      # @param what_if [Hash] coverage, confidence, factor, school, marking_step to try instead of the lot's
      # @return [Rated]
      def call(lot_id:, what_if: {}) = of(Store::Models::Lot.fetch!(lot_id), what_if: what_if)

      # @param pulls [Array<Store::Models::Pull>] of the lot, in order
      def of(lot, what_if: {}, pulls: Store::Models::Pull.where(lot_id: lot.id).with_everything.all)
        judged = pulls.filter_map { |pull| judged(pull) }
        terms = LotTerms.call(lot, what_if: what_if, resolution_newtons: coarsest(pulls), borrowed: ScatterLenders.borrowed(lot))
        Rated.new(lot: lot, pulls: pulls, judged: judged, statement: Core::Rating::Rate.call(observed(judged), terms))
      end

      # @return [Core::Rating::Sample] what a lot's pulls say, without rating it
      def sample(lot) = observed(Store::Models::Pull.where(lot_id: lot.id).judged.all.filter_map { |pull| judged(pull) })

      def observed(judged) = Core::Rating::Sample.new(Core::Rating::PerFeature.call(judged))
      private_class_method :observed

      def judged(pull)
        judgement = pull.judgement or return
        observation = Core::Rating::Observation.checked(counts_as: judgement.counts_as, force_newtons: judgement.force_newtons || pull.peak_newtons,
                                                        upper_newtons: judgement.upper_newtons, label: pull.number.to_s, reason: judgement.reason, reference: pull.id, mode: judgement.mode)
        Core::Rating::PerFeature::Judged.new(feature: pull.feature_id, number: pull.number, observation: observation, preload_newtons: pull.preload_newtons)
      end
      private_class_method :judged

      def coarsest(pulls) = pulls.filter_map(&:resolution_newtons).max
      private_class_method :coarsest
    end
  end
end
