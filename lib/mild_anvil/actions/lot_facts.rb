# frozen_string_literal: true

module MildAnvil
  module Actions
    # Everything a lot's pulls say: read in a handful of queries, placed by the rules of judging, computed anew each
    # time it is asked.
    class LotFacts
      attr_reader :lot, :terms

      # @param lot [Store::Models::Lot]
      # @param what_if [Hash] rated_quantity, preloaded to try instead of the lot's
      # @param specimen_id [Integer, nil] for the pulls of one specimen alone: what places a pull lies within it
      # @param pulls [Array<Store::Models::Pull>, nil] of the lot with everything, where somebody has read them
      def initialize(lot, what_if: {}, specimen_id: nil, pulls: nil)
        @lot = lot
        @pulls = pulls
        @specimen_id = specimen_id
        @terms = lot.terms
        @what_if = what_if
      end

      # Of several lots, what they say and not who said it, read in a handful of queries whatever their number.
      # @param lots [Array<Store::Models::Lot>]
      # @return [Array<LotFacts>]
      def self.many(lots, what_if: {})
        pulls = Store::Models::Pull.where(lot_id: lots.map(&:id)).with_values.all.group_by(&:lot_id)
        lots.map { |lot| new(lot, what_if: what_if, pulls: pulls.fetch(lot.id, [])) }
      end

      def quantity = @what_if[:rated_quantity] || terms.rated_quantity
      def preloaded = @what_if[:preloaded] || terms.preloaded

      # @return [Array<Store::Models::Pull>]
      def pulls
        @pulls ||= begin
          rows = Store::Models::Pull.where(lot_id: lot.id)
          rows = rows.of_specimen(@specimen_id) if @specimen_id
          rows.with_everything.all
        end
      end

      # @return [Array<Core::Judgement::Observations::Placed>] in the order of pulls
      def placed
        @placed ||= Core::Judgement::Observations.of(pulls.map do |pull|
          judged(pull)
        end, fresh_first: preloaded == "leave_out")
      end

      # @return [Core::Rating::Sample]
      def sample = @sample ||= Core::Judgement::Observations.sample(placed)

      # @return [Core::Judgement::LoadHistory::Load, nil] the highest before a pull
      def preload(pull) = history.before(load_of(pull))

      # @return [Boolean] whether it had seen more than half of its value before, judged or not
      def preloaded?(pull)
        value = judgement(pull)&.value_si || measurement(pull)&.value_si
        Core::Judgement::LoadHistory.preloaded?(preload(pull)&.value_si, value)
      end

      # @return [Boolean] whether its piece was marked as a trial
      def trial?(pull) = pull.feature.specimen.trial

      # @return [Store::Models::Judgement, nil] the one in force about the rated quantity
      def judgement(pull) = judgements.fetch(pull.id)

      # @return [Store::Models::Measurement, nil] the newest of the rated quantity
      def measurement(pull) = pull.measurement(quantity)

      # @return [Float, nil] the coarsest resolution of what was measured
      def resolution_si = pulls.filter_map { |pull| measurement(pull)&.resolution_si }.max

      # @return [Chain::OfLot] what the instruments say about the pulls
      def chain = @chain ||= Chain::OfLot.new(self)

      # @return [Hash{Integer => Store::Models::BlindJudgement}] what was said last before a force was seen, by pull
      def blind
        @blind ||= Store::Models::BlindJudgement.where(pull_id: pulls.map(&:id)).order(:id).eager(:person).all
                                                .to_h { |row| [row.pull_id, row] }
      end

      # @return [Array<Store::Models::Load>] that were written down apart from pulls
      def stored_loads = @stored_loads ||= Store::Models::Load.of_lot(lot.id).all

      private

      def judgements = @judgements ||= pulls.to_h { |pull| [pull.id, pull.judgement(quantity)] }

      def order
        @order ||= pulls.sort_by do |pull|
          [pull.pulled_at, pull.number]
        end.each_with_index.to_h { |pull, i| [pull.id, i] }
      end

      def judged(pull)
        judgement = judgement(pull)
        Core::Judgement::Observations::Pull.new(id: pull.id, number: pull.number, feature: pull.feature_id,
                                                specimen: pull.feature.specimen.number, order: order.fetch(pull.id),
                                                counts_as: judgement&.counts_as, value_si: judgement&.value_si,
                                                upper_si: judgement&.upper_si, mode: judgement&.mode,
                                                reason: judgement&.reason, trial: trial?(pull),
                                                preload_si: preload(pull)&.value_si)
      end

      def history
        @history ||= Core::Judgement::LoadHistory.new(pulls.map { |pull| load_of(pull) } + loads_apart,
                                                      shared: Library.item_type(lot.item_type).loads_shared)
      end

      # What a pull put on its feature: the highest that was read, unless it counts for nothing.
      def load_of(pull)
        judgement = judgement(pull)
        reached = judgement&.value_si || pull.measurement("peak")&.value_si || measurement(pull)&.value_si
        Core::Judgement::LoadHistory::Load.new(feature: pull.feature_id, specimen: pull.feature.specimen_id,
                                               at: pull.pulled_at,
                                               order: pull.number, value_si: reached, source: "pull #{pull.number}",
                                               pull: pull.id,
                                               resolution_si: (measurement(pull) ||
                                                               pull.measurement("peak"))&.resolution_si,
                                               counts: !reached.nil? && !nothing?(judgement))
      end

      def nothing?(judgement) = Core::Judgement::Observations::NOTHING.include?(judgement&.counts_as)

      def loads_apart
        stored_loads.map do |load|
          Core::Judgement::LoadHistory::Load.new(feature: load.feature_id, specimen: load.feature.specimen_id,
                                                 at: load.at, order: 0,
                                                 value_si: load.value_si, source: load.source, pull: nil, counts: true)
        end
      end
    end
  end
end
