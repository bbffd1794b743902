# frozen_string_literal: true

module MildAnvil
  module Core
    module Rating
      # A lot that only ranks: its mean as a multiple of the reference lot's, with an interval, and no limit of any
      # kind.
      RelativeIndex = Struct.new(:reference, :index, :low, :high, :refusal, keyword_init: true)

      class RelativeIndex
        # @param sample [Sample]
        # @return [RelativeIndex, nil] nil unless the terms name a reference
        # Source: Fieller, Journal of the Royal Statistical Society B 16 (1954), by Compare::Ratio
        def self.for(sample, terms)
          reference = terms.reference or return
          ratio = Compare::Ratio.new(sample.breaks!(2), reference.breaks_si)
          limits = ratio.separate(terms.confidence)
          new(reference: reference.name, index: ratio.value, low: limits.low, high: limits.high).freeze
        rescue InsufficientData, InvalidInput => e
          new(reference: reference.name, refusal: e.message).freeze
        end

        # @return [String] the index rounded to the cautious side at both ends
        def in_words
          return "No index against #{reference}: #{refusal}." if refusal

          format("%.2f times as strong as %s (%.2f to %.2f)", index, reference, (low * 100).floor / 100.0,
                 (high * 100).ceil / 100.0)
        end
      end
    end
  end
end
