# frozen_string_literal: true

module MildAnvil
  module Core
    module Curve
      # The extremes of a long curve in their order, each with its sample: what a search for turning points has to look at.
      #
      # Up to MOST points stand for themselves; of more, the lowest and the highest of each short stretch are kept, so no
      # extreme is ever lost or moved.
      class Outline
        MOST = 8_000

        attr_reader :indices, :values

        # @param samples [Array<Float>] shape (n,), finite
        # @param packed [String] the same, packed
        def initialize(samples, packed = Packed.pack(samples))
          @indices = samples.size <= MOST ? [*0...samples.size] : Packed.extremes(packed, (samples.size / (MOST / 2)) + 1)
          @values = samples.size <= MOST ? samples : samples.values_at(*@indices)
          freeze
        end

        # Alternating maxima and minima that differ by more than a gate.
        #
        # @param gate [Float] newtons
        # @return [Array<Array(Integer, Integer)>] [sample, 1 for a maximum or -1 for a minimum], in order; the first one is
        #   the start if it is an extreme, the last one the extreme that was being followed at the end
        def turns(gate)
          found = []
          low = high = 0
          sense = 0
          values.each_with_index do |value, i|
            high = i if value > values[high]
            low = i if value < values[low]
            if sense >= 0 && values[high] - value > gate
              found << [indices[high], 1] if sense.positive? || high.positive?
              sense = -1
              low = i
              high = i
            elsif sense <= 0 && value - values[low] > gate
              found << [indices[low], -1]
              sense = 1
              high = i
              low = i
            end
          end
          found << [indices[sense.negative? ? low : high], sense.negative? ? -1 : 1] unless sense.zero?
          found
        end
      end
    end
  end
end
