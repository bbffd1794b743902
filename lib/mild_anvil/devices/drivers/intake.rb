# frozen_string_literal: true

module MildAnvil
  module Devices
    module Drivers
      # What streams from a bench, taken apart and put in order: every number once, every event once, gaps noted, what
      # is no sample and no event counted.
      class Intake
        NUMBER = /[+-]?(?:\d+\.?\d*|\.\d+)(?:[eE][+-]?\d+)?/
        READING = /\A#{NUMBER}\z/
        SAMPLE = /\AD (\d+),(#{NUMBER}),(.*)\z/
        EVENT = /\AE (#{NUMBER}),([A-Z]+(?: [A-Z0-9]+)*)(?:,"?(.*?)"?)?\z/

        # Told as an event of its own when numbers begin again: what follows is another record.
        RESTART = "RESTART"
        REMEMBERED = 20_000 # numbers whose clock is known, so that a repeat is told from a new beginning
        EVENTS_REMEMBERED = 2_000
        SAME_SECONDS = 1.0e-5
        # How much later than the last reading the first one behind an opened line may say its own time, measured by our
        # clock. Further behind, its clock began again, though its numbers have run past those of before.
        BEHIND_SECONDS = 2.0

        attr_reader :garbage, :missing, :state, :state_at, :heard_at
        attr_accessor :width

        def initialize
          @garbage = @missing = 0
          @later = []
          forget
        end

        # Numbers and clock begin again: nothing of before is true any more.
        def forget
          @next = nil
          @gaps = []
          @queue = []
          @clocks = {}
          @events = {}
          @newest = @late_by = nil
          forget_state
        end

        def forget_state = @state = @state_at = nil

        # A line was opened again to a bench that does not say when it was switched on: the next sample tells it.
        def doubt_its_clock = @doubted = true

        # @param state [String] that was asked for; @param at [Float] when it was asked
        def said(state, at)
          @state = state
          @state_at = at
        end

        # What came was neither a sample, nor an event, nor an answer.
        def odd = @garbage += 1

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
          @filled = Filled.new(ends_at(upto))
          yield
        ensure
          found = @filled.items
          @filling = @filled = nil
          insert(upto, found)
          @later.shift(@later.size).each { |one| one.is_a?(Sample) ? place(one) : @queue << one }
        end

        # @return [Boolean] whether all that is being read back has come
        def whole? = @filled.size == @filling.size

        # What is read back and belongs further back, by itself.
        # @return [Array<Sample, Event>]
        def apart
          @apart = []
          yield
          @apart.uniq(&:to_a)
        ensure
          @apart = nil
        end

        private

        def now = Process.clock_gettime(Process::CLOCK_MONOTONIC)

        # The clock of the first sample behind a gap.
        def ends_at(upto) = @queue.find { |item| item.is_a?(Sample) && item.number >= upto }&.seconds

        # Before the first sample behind it, and before the events that belong to that.
        def insert(upto, found)
          at = @queue.index { |item| item.is_a?(Sample) && item.number >= upto } || @queue.size
          at -= 1 while at.positive? && @queue[at - 1].is_a?(Event)
          @queue.insert(at, *found)
        end

        def sample(line)
          found = SAMPLE.match(line)
          return @garbage += 1 unless found && found[2].to_f.finite?

          values = found[3].split(",", -1).map { |text| reading(text) }
          return @garbage += 1 unless values.size == width

          place(Sample.new(found[1].to_i, found[2].to_f, values))
        end

        def reading(text)
          read = text.to_f if READING.match?(text)
          return read if read&.finite? # four hundred digits are no force

          @missing += 1
          nil
        end

        def event(line)
          found = EVENT.match(line)
          return @garbage += 1 unless found && found[1].to_f.finite?

          made = Event.new(found[1].to_f, found[2], found[3])
          return if @events.key?(made) # seen live, and read back with its gap

          @events[made] = true
          @events.shift if @events.size > EVENTS_REMEMBERED
          keep_event(made)
        end

        def keep_event(made)
          return @filled.add(made) if @filled&.before_its_end?(made)
          return @apart << made if @apart && @newest && made.seconds <= @newest

          said(made.word.delete_prefix("STATE "), now) if made.word.start_with?("STATE ")
          @filling ? @later << made : @queue << made
        end

        def place(sample)
          return put_aside(sample) if @filling
          return @apart << sample if @apart && @next && sample.number < @next && fresh?(sample)
          return begin_again(sample) if @next && (sample.number < @next || behind_its_clock?(sample))

          hear(sample)
          @queue << sample
          remember(sample)
        end

        def hear(sample)
          @heard_at = now
          @late_by = @heard_at - sample.seconds
          @gaps << [@next, sample.number] if @next && sample.number > @next
          @next = sample.number + 1
        end

        def remember(sample)
          @clocks[sample.number] = sample.seconds
          @newest = sample.seconds if @newest.nil? || sample.seconds > @newest
          @clocks.shift if @clocks.size > REMEMBERED
        end

        def fresh?(sample)
          known = @clocks[sample.number]
          known.nil? || (known - sample.seconds).abs <= SAME_SECONDS
        end

        # @return [Boolean] whether the first sample behind an opened line comes from a clock that began again
        def behind_its_clock?(sample)
          doubted = @doubted
          @doubted = false
          doubted && @late_by && now - sample.seconds - @late_by > BEHIND_SECONDS
        end

        # The same number with another clock is no repeat: the bench was switched off and on.
        def begin_again(sample)
          return if @clocks.key?(sample.number) && fresh?(sample)

          waiting = @queue
          forget
          @queue = waiting << Event.new(sample.seconds, RESTART, nil)
          place(sample)
        end

        def put_aside(sample)
          @heard_at = now
          return @later << sample unless @filling.cover?(sample.number)

          @filled.add(sample)
          remember(sample)
        end
      end
    end
  end
end
