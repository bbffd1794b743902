# frozen_string_literal: true

module MildAnvil
  module Actions
    # A pull about to be judged, read from the store for the rules of judging.
    class JudgingCase
      attr_reader :measurement

      def initialize(pull, counts_as, measurement_id, stated, upper, details)
        @pull = pull
        @counts_as = counts_as
        @details = details
        @figures = Figures.of(pull.lot)
        @stated = @figures.parse(stated, field: :stated)
        @upper = @figures.parse(upper, field: :upper)
        @measurement = pull.measurement(pull.lot.terms.rated_quantity)
        refuse_other_value!(measurement_id)
      end

      # @return [Core::Quantity::TypedReading, nil] what was typed with the judgement and stays with it as typed
      def typed = { "at_most" => @stated, "between" => @upper }[@counts_as.to_s]

      # @return [Core::Judgement::Judged]
      # @raise [InvalidInput]
      def judged
        Core::Judgement::Rules.judge(
          Core::Judgement::Case.new(counts_as: @counts_as, measurement: @measurement&.value,
                                    failed_part: @details[:failed_part],
                                    reason: @details[:reason], stated: @stated, upper: @upper,
                                    rated_parts: @pull.lot.rated_parts,
                                    failed_in: Store::Models::FeatureFailure.pull_number(@pull.feature_id,
                                                                                         except: @pull.id))
        )
      end

      private

      def refuse_other_value!(seen_id)
        return if seen_id.nil? || seen_id == @measurement&.id

        shown = @figures.reading(@measurement.value_si, @measurement.resolution_si)
        raise Conflict.new(
          "The value of pull #{@pull.number} is #{shown[:text]} #{shown[:unit]} by now: look at it, then judge",
          pull: @pull.number
        )
      end
    end
  end
end
