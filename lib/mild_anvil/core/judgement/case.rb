# frozen_string_literal: true

module MildAnvil
  module Core
    module Judgement
      # A pull about to be judged: the measurement, what failed, what is stated besides, and the history of its feature.
      #
      # stated: the force it failed on the way to, a Quantity::TypedReading; upper: the reading that it did not reach.
      # failed_in: the
      # number of another pull in which this feature was judged to have failed. peak_si: the highest the pull surely
      # reached.
      Case = Struct.new(:counts_as, :measurement, :failed_part, :reason, :stated, :upper, :rated_parts, :failed_in,
                        :same_as_before,
                        keyword_init: true) do
        def reason? = !reason.to_s.strip.empty?
        def rated_part? = failed_part.nil? || rated_parts.include?(failed_part)
        def proposal = Proposal.for(measurement: measurement, failed_part: failed_part, rated_parts: rated_parts)
      end
    end
  end
end
