# frozen_string_literal: true

module MildAnvil
  module Core
    module Judgement
      # One value of one quantity of one pull, and where it came from. Never changed: a better one is another.
      #
      # lower_bound_cause: nil for a value that was reached and read; saturated, frozen, dropout or last_reading where
      # the true value
      # may lie above.
      Measurement = Struct.new(:quantity, :value_si, :resolution_si, :lower_bound_cause, :source, keyword_init: true) do
        def lower_bound? = !lower_bound_cause.nil?
        # @return [Boolean] whether somebody read it off a display that was at its end: whoever saw that it went no
        #   further may say so, with a reason
        def typed_at_its_end? = source == "display" && lower_bound_cause.to_s == "saturated"
        # @return [Boolean] whether a higher reading that was not reached can be named
        def read_on_the_way? = lower_bound_cause.to_s == "last_reading"
      end

      class Measurement
        SOURCES = %w[finding override display readings].freeze
        LOWER_BOUND_CAUSES = %w[saturated frozen dropout last_reading].freeze
      end
    end
  end
end
