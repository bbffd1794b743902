# frozen_string_literal: true

module MildAnvil
  module Core
    module PackedSearch
      # Follows a course and notes every extreme that it left by more than a gate.
      class Turns
        # @param values [Array<Float>]
        # @param gate [Float]
        def initialize(values, gate)
          @values = values
          @gate = gate
          @low = @high = @sense = 0
          @found = []
        end

        # @return [Array<Array(Integer, Integer)>] see PackedSearch.turns
        def call
          @values.each_index { |i| step(i) }
          @found << [@sense.negative? ? @low : @high, @sense] unless @sense.zero?
          @found
        end

        private

        def step(index)
          @high = index if @values[index] > @values[@high]
          @low = index if @values[index] < @values[@low]
          if @sense >= 0 && @values[@high] - @values[index] > @gate
            # Where the first sample is the highest there was no rise before it.
            note(@high, 1, index, keep: @sense.positive? || @high.positive?)
          elsif @sense <= 0 && @values[index] - @values[@low] > @gate
            note(@low, -1, index, keep: true)
          end
        end

        def note(sample, sense, index, keep:)
          @found << [sample, sense] if keep
          @sense = -sense
          @low = @high = index
        end
      end
    end
  end
end
