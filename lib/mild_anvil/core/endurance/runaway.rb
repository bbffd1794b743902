# frozen_string_literal: true

module MildAnvil
  module Core
    module Endurance
      # Does a long test leave the law that it followed? Its last two readings are held against what the ones before
      # them foretell.
      module Runaway
        LATEST = 2
        CONFIDENCE = 0.99

        # away: :up or :down; since: hours of the first reading beyond
        Found = Struct.new(:away, :since, :low, :high, :value, keyword_init: true)

        module_function

        # @param times [Array<Float>] hours, rising; @param values [Array<Float>]
        # @return [Found, nil] nil while it keeps to its law, or while there is too little to tell
        def find(times, values)
          return if times.size < Forecast::FEWEST + LATEST

          before = Forecast.new(times[0...-LATEST], values[0...-LATEST])
          sides = times.last(LATEST).zip(values.last(LATEST)).map do |time, value|
            low, high = before.prediction(time, confidence: CONFIDENCE)
            value > high ? :up : (:down if value < low)
          end
          return unless sides.uniq.size == 1 && sides.first

          low, high = before.prediction(times.last, confidence: CONFIDENCE)
          Found.new(away: sides.first, since: times[-LATEST], low: low, high: high, value: values.last)
        rescue InsufficientData
          nil
        end
      end
    end
  end
end
