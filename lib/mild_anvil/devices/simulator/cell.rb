# frozen_string_literal: true

module MildAnvil
  module Devices
    module Simulator
      # A load cell with masses hung on it: its own small errors, its noise, and a swing that dies down.
      class Cell
        HERTZ = 10
        WINDOW_SECONDS = 2.0
        SWING_SHARE = 0.06 # of the change, at first
        SWING_HERTZ = 0.8
        DECAY_SECONDS = 1.6
        SETTLED_STEPS = 3
        # Shares of the reading, and of the capacity.
        GAIN_SHARE = 0.002
        BACK_SHARE = 0.0012
        ZERO_SHARE = 0.0004

        # mean, swing (half the range), now: newtons; seconds since the masses were changed
        Reading = Struct.new(:now, :mean, :swing, :settled, :seconds, keyword_init: true)

        # @param seed [Integer] each cell has errors of its own; @param capacity [Float] and step [Float], newtons
        def initialize(seed:, capacity:, step:)
          random = Random.new(seed)
          @gain = 1 + ((random.rand - 0.5) * 2 * GAIN_SHARE)
          @back = random.rand * BACK_SHARE
          @zero = (random.rand - 0.5) * ZERO_SHARE * capacity
          @capacity = capacity
          @step = step
          @noise = Random.new(seed + 1)
          @load = @before = @highest = 0.0
          @changed = 0.0
          @lock = Mutex.new
        end

        # @param newtons [Float] that hang on it from now on; @param now [Float] seconds of a clock that does not jump
        # @raise [InvalidInput] for more than it carries
        def hang(newtons, now:)
          if newtons > @capacity
            raise InvalidInput.new("The cell carries less: that would overload it",
                                   fields: { applied: "beyond the capacity" })
          end

          @lock.synchronize do
            @before = @load
            @load = newtons
            @highest = newtons.zero? ? 0.0 : [@highest, newtons].max
            @changed = now
          end
        end

        # @return [Reading] over the last seconds
        def read(now:)
          @lock.synchronize do
            count = (WINDOW_SECONDS * HERTZ).round
            values = Array.new(count) { |i| sample(now - ((count - 1 - i).to_f / HERTZ)) }
            swing = (values.max - values.min) / 2
            Reading.new(now: values.last, mean: values.sum / count, swing: swing, seconds: now - @changed,
                        settled: now - @changed >= WINDOW_SECONDS && swing <= SETTLED_STEPS * @step).freeze
          end
        end

        private

        def sample(at)
          since = at - @changed
          level = since.negative? ? shown(@before) : shown(@load) + swing(since)
          ((level + ((@noise.rand - 0.5) * @step)) / @step).round * @step
        end

        # On the way down a cell reads a little more.
        def shown(load) = @zero + (load * @gain) + (load < @highest ? @back * (@highest - load) : 0.0)

        def swing(since)
          turn = Math.cos(2 * Math::PI * SWING_HERTZ * since)
          (@load - @before) * SWING_SHARE * Math.exp(-since / DECAY_SECONDS) * turn
        end
      end
    end
  end
end
