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

      # As it was told when lots were compared, else as it was planned.
      # @return [Float, nil]
      def cost(lot)
        told = Store::Models::Making.of([lot.id])[lot.id]&.cost
        return told if told

        plan = Store::Models::Plan.of(lot.id) or return
        planned = plan.content_h.dig(:stock, :cost_each).to_f
        planned if planned.positive?
      end
    end
  end
end
