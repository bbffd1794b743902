# frozen_string_literal: true

module MildAnvil
  module Core
    module Statistics
      # Mean and scatter of a set of breaks.
      Description = Struct.new(:count, :mean, :standard_deviation, :lowest, :highest, :median, keyword_init: true) do
        # Scatter relative to the mean; nil where it has no meaning.
        def variation_share = standard_deviation && mean.positive? ? standard_deviation / mean : nil

        # True when all values are the same to the last digit but one: no scatter can be estimated.
        def degenerate?
          standard_deviation.nil? || standard_deviation <= mean.abs * Description::SAME_WITHIN
        end
      end

      class Description
        # Rounding of equal readings in binary leaves less than this share of the mean.
        SAME_WITHIN = 1.0e-13

        # Describes values by count, mean and sample standard deviation (divisor n - 1; nil for one value).
        #
        # @param values [Array<Float>] shape (n,), n >= 1, finite, any unit
        # @return [Description] in the unit of the values
        # @raise [InsufficientData] if there is no value
        # Method: two passes, so that a small scatter on a large offset keeps its digits.
        def self.of(values)
          raise InsufficientData.new("there is no break to describe", breaks: 0) if values.empty?

          values = Checks.floats(values)
          count = values.size
          mean = values.sum / count
          mean += values.sum { |v| v - mean } / count
          sorted = values.sort
          new(count: count, mean: mean, standard_deviation: scatter(values, mean), lowest: sorted.first,
              highest: sorted.last, median: (sorted[(count - 1) / 2] + sorted[count / 2]) / 2.0).freeze
        end

        def self.scatter(values, mean)
          return nil if values.size < 2

          Math.sqrt(values.sum { |v| (v - mean)**2 } / (values.size - 1))
        end
        private_class_method :scatter
      end
    end
  end
end
