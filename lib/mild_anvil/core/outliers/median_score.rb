# frozen_string_literal: true

module MildAnvil
  module Core
    module Outliers
      # How far each value lies from the median, in terms of the median distance: two bad values cannot hide each other.
      module MedianScore
        CONSTANT = 0.6745
        LIMIT = 3.5
        Result = Struct.new(:median, :median_distance, :scores, :flagged, keyword_init: true)

        module_function

        # @param values [Array<Float>] shape (n,), n >= 3
        # @return [Result]
        # @raise [InsufficientData] when more than half of the values are equal: the score is not defined then
        # Source: Iglewicz and Hoaglin, How to Detect and Handle Outliers, 1993; NIST e-Handbook 1.3.5.17
        def call(values, constant: CONSTANT, limit: LIMIT)
          values = Statistics::Checks.floats(values)
          raise InsufficientData.new("a median score needs at least 3 values", values: values.size) if values.size < 3

          middle = median(values)
          distance = median(values.map { |v| (v - middle).abs })
          unless distance.positive?
            raise InsufficientData.new(
              "more than half of the values are equal: the median distance is 0 and no score is defined",
              values: values.size
            )
          end

          scores = values.map { |v| constant * (v - middle) / distance }
          Result.new(median: middle, median_distance: distance, scores: scores, flagged: scores.map do |s|
            s.abs > limit
          end)
        end

        def median(values)
          sorted = values.sort
          (sorted[(sorted.size - 1) / 2] + sorted[sorted.size / 2]) / 2.0
        end
        private_class_method :median
      end
    end
  end
end
