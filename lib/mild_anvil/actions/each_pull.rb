# frozen_string_literal: true

module MildAnvil
  module Actions
    # What one more pull of a lot takes: minutes as pulls like it took, and what its piece costs.
    module EachPull
      MOST_TIMES = Planning::PlanWorld::MOST_TIMES

      module_function

      # @param lot [Store::Models::Lot]
      # @return [Hash] minutes, cost (nil where nobody said), in_words
      def of(lot)
        learned = learned(lot.item_type)
        { minutes: learned.minutes, cost: cost(lot), in_words: learned.sentence }
      end

      # @param item_type [String]
      # @return [Core::Plan::LearnedMinutes::Learned]
      def learned(item_type)
        times = Store::Models::Pull.times_of_type(item_type, MOST_TIMES)
        Core::Plan::LearnedMinutes.from(times.values.map { |list| list.map { |at| at.to_f / 60 }.sort })
      end

      # @return [Float, nil]
      def cost(lot) = costs([lot.id])[lot.id]

      # As they were told when lots were compared, else as they were planned.
      # @param lot_ids [Array<Integer>]
      # @return [Hash{Integer => Float}] of those that are known
      def costs(lot_ids)
        told = Store::Models::Making.of(lot_ids).transform_values(&:cost).compact
        plans = Store::Models::Plan.where(lot_id: lot_ids - told.keys).order(:revision).all.to_h { |p| [p.lot_id, p] }
        planned = plans.transform_values do |plan|
          plan.content_h.dig(:stock, :cost_each).to_f
        end.select { |_, v| v.positive? }
        planned.merge(told)
      end
    end
  end
end
