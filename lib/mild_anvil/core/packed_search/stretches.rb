# frozen_string_literal: true

module MildAnvil
  module Core
    module PackedSearch
      # A window that grows along the values and is cut at its start whenever they lie too far apart in it. Two queues,
      # of falling highs and of rising lows, keep it linear.
      class Stretches
        # @param values [Array<Float>]
        # @param least [Float] @param share [Float] see PackedSearch.stretches
        def initialize(values, least, share)
          @values = values
          @least = least
          @share = share
          @highs = []
          @lows = []
          @from = 0
          @found = []
        end

        # @return [Array<Array(Integer, Integer)>]
        def call
          @values.each_index do |to|
            take(to)
            leave(to) while too_far?
          end
          @values.empty? ? @found : @found << [@from, @values.size - 1]
        end

        private

        def take(index)
          value = @values[index]
          @highs.pop while @highs.any? && @values[@highs.last] <= value
          @lows.pop while @lows.any? && @values[@lows.last] >= value
          @highs << index
          @lows << index
        end

        def too_far?
          high = @values[@highs.first]
          apart = high - @values[@lows.first]
          apart > @least && apart > @share * high.abs
        end

        def leave(index)
          @found << [@from, index - 1] if @found.empty? || @found.last.last < index - 1
          @from += 1
          @highs.shift if @highs.first < @from
          @lows.shift if @lows.first < @from
        end
      end
    end
  end
end
