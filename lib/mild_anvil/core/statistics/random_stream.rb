# frozen_string_literal: true

module MildAnvil
  module Core
    module Statistics
      # Numbers between 0 and 1 that look random and follow from a seed, the same on every machine and for ever: what a
      # simulation inside a kept rating needs.
      class RandomStream
        MASK = 0xFFFFFFFF
        SCALE = 1.0 / (1 << 32)

        # @param seed [Integer]
        def initialize(seed)
          @state = ((seed * 2_654_435_761) + 0x9E3779B9) & MASK
          @state = 1 if @state.zero?
          8.times { step }
        end

        # @return [Float] strictly between 0 and 1
        # Source: Marsaglia, Journal of Statistical Software 8 (2003), xorshift of 32 bits; two of them make 53
        def next
          ((step * SCALE) + ((step & 0x1FFFFF) * SCALE / (1 << 21)) + (SCALE / (1 << 23))).clamp(1.0e-12, 1 - 1.0e-12)
        end

        private

        def step
          x = @state
          x ^= (x << 13) & MASK
          x ^= x >> 17
          x ^= (x << 5) & MASK
          @state = x
        end
      end
    end
  end
end
