# frozen_string_literal: true

module MildAnvil
  module Devices
    module Drivers
      # What streams from a bench, taken apart and put in order: every number once, gaps noted, what is no sample and no
      # event counted.
      class Intake
        NUMBER = /[+-]?(?:\d+\.?\d*|\.\d+)(?:[eE][+-]?\d+)?/
        READING = /\A#{NUMBER}\z/
        SAMPLE = /\AD (\d+),(#{NUMBER}),(.*)\z/
        EVENT = /\AE (#{NUMBER}),([A-Z]+(?: [A-Z0-9]+)*)(?:,"?(.*?)"?)?\z/

        # Told as an event of its own when numbers begin again: what follows is another record.
        RESTART = "RESTART"
        REMEMBERED = 20_000 # numbers whose clock is known, so that a repeat is told from a new beginning
        SAME_SECONDS = 1.0e-5

        attr_reader :garbage, :missing, :state
        attr_accessor :width

        def initialize
          @garbage = @missing = 0
          forget
        end

        # Numbers and clock begin again.
        def forget
          @next = nil
          @gaps = []
          @queue = []
          @later = []
          @clocks = {}
        end

        def any? = @queue.any?

        # @return [Integer] number of the sample that is expected next
        def next_number = @next || 0

        # @return [Array<Sample, Event>] in order
        def shift = @queue.shift(@queue.size)

        # @return [Array<Array(Integer, Integer)>] from, up to: not seen
        def gaps = @gaps.shift(@gaps.size)

        # @param line [String] of the stream
        def take(line) = line.start_with?("D") ? sample(line) : event(line)

        # Takes what is read back of a gap while the block asks for it; what streams meanwhile comes after it.
        def filling(from, upto)
          @filling = from...upto
          @filled = {}
          yield
        ensure
          @filling = nil
          insert(upto)
          @later.shift(@later.size).each { |one| place(one) }
        end

        private

        def insert(upto)
          at = @queue.index { |item| item.is_a?(Sample) && item.number >= upto } || @queue.size
          @queue.insert(at, *@filled.sort.map(&:last))
        end

        def sample(line)
          found = SAMPLE.match(line) or return @garbage += 1
          values = found[3].split(",", -1).map { |text| reading(text) }
          return @garbage += 1 unless values.size == width

          place(Sample.new(found[1].to_i, found[2].to_f, values))
        end

        def reading(text)
          return text.to_f if READING.match?(text)

          @missing += 1
          nil
        end

        def event(line)
          found = EVENT.match(line) or return @garbage += 1
          made = Event.new(found[1].to_f, found[2], found[3])
          return if @filling && @queue.include?(made) # seen live, and read back with its gap

          @state = made.word.delete_prefix("STATE ") if made.word.start_with?("STATE ")
          @queue << made
        end

        def place(sample)
          return put_aside(sample) if @filling
          return begin_again(sample) if @next && sample.number < @next

          @gaps << [@next, sample.number] if @next && sample.number > @next
          @next = sample.number + 1
          @queue << sample
          @clocks[sample.number] = sample.seconds
          @clocks.shift if @clocks.size > REMEMBERED
        end

        # The same number with another clock is no repeat: the bench was switched off and on.
        def begin_again(sample)
          known = @clocks[sample.number]
          return if known && (known - sample.seconds).abs <= SAME_SECONDS

          waiting = @queue
          forget
          @queue = waiting << Event.new(sample.seconds, RESTART, nil)
          place(sample)
        end

        def put_aside(sample)
          @filling.cover?(sample.number) ? @filled[sample.number] = sample : @later << sample
        end
      end
    end
  end
end
