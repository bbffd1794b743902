# frozen_string_literal: true

module MildAnvil
  module Core
    module Compare
      # What do these data rule out? Not "no difference was found", but "a difference above d can be excluded".
      Equivalence = Struct.new(:excluded_share, :margin_share, :equivalent, :confidence, keyword_init: true)

      class Equivalence
        # @param a [Array<Float>]
        # @param b [Array<Float>] the reference
        # @param margin_share [Float, nil] the largest difference that would not matter, as a share of the reference
        # @return [Equivalence] excluded_share: the smallest difference of either sign that both one-sided limits
        #   exclude
        # @raise [InsufficientData, InvalidInput]
        # Source: Schuirmann, Journal of Pharmacokinetics and Biopharmaceutics 15 (1987)
        # Method: two one-sided limits of the ratio, that is a two-sided interval of 2c - 1.
        def self.of(a, b, margin_share: nil, confidence: 0.95)
          limits = Ratio.new(a, b).separate((2 * confidence) - 1)
          excluded = [limits.high - 1, 1 - limits.low].max
          new(excluded_share: excluded, margin_share: margin_share,
              equivalent: margin_share && excluded < margin_share, confidence: confidence).freeze
        end
      end
    end
  end
end
