# frozen_string_literal: true

module MildAnvil
  module Core
    module Curve
      # Lowest and highest values over ever longer bins, so that any zoom of any length is drawn from a few of them.
      module Pyramid
        FIRST_BIN = 16
        GROWTH = 4
        FEWEST_BINS = 512

        # lows and highs are packed doubles.
        Level = Struct.new(:bin, :lows, :highs, keyword_init: true)

        module_function

        # @param packed [String] samples as packed doubles, NaN allowed
        # @return [Array<Level>] bins of 16, 64, 256 ... samples, until fewer than 512 bins remain
        def build(packed)
          levels = []
          low = high = packed
          bin = size = FIRST_BIN
          while Packed.size(low) > FEWEST_BINS
            low, high = Packed.envelope(low, high, size)
            levels << Level.new(bin: bin, lows: low, highs: high).freeze
            size = GROWTH
            bin *= GROWTH
          end
          levels
        end

        # @return [Integer] the bin to draw +samples+ with at most +points+ bins; 1 for the samples themselves
        def bin_for(samples:, points:, levels:)
          return 1 if samples <= points * GROWTH

          bin = FIRST_BIN
          (levels - 1).times { samples / bin > points * GROWTH ? bin *= GROWTH : break }
          levels.zero? ? 1 : bin
        end
      end
    end
  end
end
