# frozen_string_literal: true

module MildAnvil
  module Core
    module Curve
      # Where each fall's top is passed again: by the rise to the first later top that is higher, or never.
      #
      # Falls wait in the order of their levels, the lowest last; a rise lets go those that it passes, one behind the
      # other, so that every sample is looked at once.
      class Recoveries
        # @param packed [String] samples
        # @param forces [Array<Float>] the same
        # @param peak [Integer] sample; what falls from it or later passes nothing
        def initialize(packed, forces, peak)
          @packed = packed
          @forces = forces
          @peak = peak
        end

        # Sets recovers.
        # @param falls [Array<Fall>] in order
        def call(falls)
          waiting = []
          falls.each_with_index do |fall, i|
            passed(waiting, falls[i - 1].bottom, fall.top) if i.positive?
            waiting << fall if fall.top < @peak
          end
          last = falls.last
          passed(waiting, last.bottom, @peak) if last && last.bottom < @peak
        end

        private

        def passed(waiting, from, stop)
          at = from
          while (fall = waiting.last) && fall.level < @forces[stop]
            at = PackedSearch.walk(@packed, at, stop, high: fall.level)
            waiting.pop.recovers = at
          end
        end
      end
    end
  end
end
