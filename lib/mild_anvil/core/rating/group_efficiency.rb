# frozen_string_literal: true

module MildAnvil
  module Core
    module Rating
      # What several carry together as a share of as many single ones, with limits: anchors near each other, legs that
      # share.
      module GroupEfficiency
        module_function

        # @param group [Array<Float>] of the group, whole; @param single [Array<Float>] of single ones
        # @param count [Integer] in a group
        # @return [Hash] value:, low:, high:, sentence:
        # @raise [InsufficientData]
        # Source: Fieller, Journal of the Royal Statistical Society B 16 (1954), by Compare::Ratio
        def call(group, single, count, confidence: 0.95)
          ratio = Compare::Ratio.new(group, single)
          limits = ratio.separate(confidence)
          value, low, high = [ratio.value, limits.low, limits.high].map { |v| v / count }
          { value: value, low: low, high: high,
            sentence: format("Together they carry %.2f (%.2f to %.2f with %g %%) of what %d single ones would.", value,
                             (low * 100).floor / 100.0, (high * 100).ceil / 100.0, confidence * 100, count) }
        end
      end
    end
  end
end
