# frozen_string_literal: true

module MildAnvil
  module Core
    module Curve
      # Lowest and highest values over ever longer bins, so that any zoom of any length is drawn from a few of them.
      module Pyramid
        FIRST_BIN = 16
        GROWTH = 4
        FEWEST_BINS = 512

        Level = Struct.new(:bin, :lows, :highs, keyword_init: true)

        module_function

        # @param samples [Array<Float>] shape (n,), NaN allowed
        # @return [Array<Level>] bins of 16, 64, 256 ... samples, until fewer than 512 bins remain
        def build(samples)
          levels = []
          low = high = samples
          bin = FIRST_BIN
          size = FIRST_BIN
          missing = samples.sum.nan?
          while low.size > FEWEST_BINS
            lows, highs = missing ? careful(low, high, size) : plain(low, high, size)
            levels << Level.new(bin: bin, lows: lows, highs: highs).freeze
            low = lows
            high = highs
            size = GROWTH
            bin *= GROWTH
          end
          levels
        end

        def plain(low, high, size)
          return low.each_slice(size).map(&:minmax).transpose if low.equal?(high)

          [low.each_slice(size).map(&:min), high.each_slice(size).map(&:max)]
        end
        private_class_method :plain

        def careful(low, high, size)
          [low.each_slice(size).map { |slice| extremes(slice)[0] }, high.each_slice(size).map { |slice| extremes(slice)[1] }]
        end
        private_class_method :careful

        # Array#minmax is undefined with NaN inside: leave those out.
        def extremes(slice)
          return slice.minmax unless slice.sum.nan?

          numbers = slice.reject(&:nan?)
          numbers.empty? ? [Float::NAN, Float::NAN] : numbers.minmax
        end
        private_class_method :extremes

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
