# frozen_string_literal: true

module MildAnvil
  module Devices
    module Simulator
      module Rig
        # What a bench measured and what happened, for so long; a sample is number, clock and readings.
        class Memory
          BLOCK = 1024
          SECONDS = 600.0
          NONE = Float::NAN

          attr_reader :next_number

          # @param channels [Integer]
          def initialize(channels)
            @width = channels + 1
            @blocks = {} # number of the first sample => packed values
            @ends = {} # number of the first sample => clock of the last
            @events = [] # [number of the sample behind it, line]
            @open = +"".b
            @first_open = 0
            @next_number = 0
          end

          # @param seconds [Float]; @param values [Array<Float, nil>]
          # @return [Integer] its number
          def add(seconds, values)
            @open << [seconds, *values.map { |value| value || NONE }].pack("E*")
            number = @next_number
            @next_number += 1
            close(seconds) if @next_number - @first_open == BLOCK
            number
          end

          # An event belongs to the sample that comes next.
          def event(line) = @events << [@next_number, line]

          # @return [Array<String>] lines of samples first...upto, with the events before each
          def lines(first, upto)
            events = @events.select { |number, _| number >= first && number < upto }.group_by(&:first)
            (first...upto).flat_map do |number|
              values = values(number) or next []
              [*events.fetch(number, []).map(&:last), Lines.sample(number, values)]
            end
          end

          private

          def close(seconds)
            @blocks[@first_open] = @open.freeze
            @ends[@first_open] = seconds
            @first_open = @next_number
            @open = +"".b
            forget(seconds)
          end

          def forget(seconds)
            while @ends.size > 1 && @ends.first.last < seconds - SECONDS
              number, = @ends.shift
              @blocks.delete(number)
              @events.shift while @events.any? && @events.first.first < number + BLOCK
            end
          end

          def values(number)
            first = number - (number % BLOCK)
            packed = first == @first_open ? @open : @blocks[first]
            packed&.unpack("E#{@width}", offset: (number - first) * @width * 8)
          end
        end
      end
    end
  end
end
