# frozen_string_literal: true

module MildAnvil
  module Devices
    module Simulator
      # Pulls a path on a bench and logs it, the same every time for the same random source.
      class Pull
        # What was logged, in SI, and what the specimen really held.
        Log = Struct.new(:seconds, :newtons, :metres, :true_peak_newtons, keyword_init: true)

        # @param path [Path]
        # @param bench [Bench]
        # @param random [Random]
        # @param stop_newtons [Float, nil] the operator takes the load off when this is reached
        def initialize(path:, bench:, random:, stop_newtons: nil)
          @path = path
          @bench = bench
          @random = random
          @stop_newtons = stop_newtons
        end

        # @return [Log]
        def log
          forces, travel = course
          noisy = forces.each_with_index.map do |force, i|
            drift = @bench.drift_newtons_per_second * i / @bench.hertz
            quantized(force + @bench.offset_newtons + drift + (gauss * @bench.noise_newtons), @bench.step_newtons)
          end
          Log.new(seconds: Array.new(forces.size) { |i| (i.to_f / @bench.hertz).round(6) }, newtons: noisy,
                  metres: travel.map do |x|
                    quantized(x + (gauss * @bench.travel_step_metres * 0.4), @bench.travel_step_metres)
                  end, true_peak_newtons: forces.max)
        end

        private

        # True force and travel at each stamp: rest, pull, and what comes after.
        def course
          interval = 1.0 / @bench.hertz
          forces = Array.new((@bench.rest_seconds * @bench.hertz).round, 0.0)
          travel = Array.new(forces.size, 0.0)
          x = 0.0
          until x > @path.end_metres || stopped?(forces)
            x += @bench.speed_metres_per_second * interval
            forces << lagged(forces.last || 0.0, @path.force_at(x), interval)
            travel << x
          end
          finish(forces, travel, x, interval)
          [forces, travel]
        end

        def stopped?(forces) = @stop_newtons && forces.last.to_f >= @stop_newtons

        def finish(forces, travel, at, interval)
          rest = @stop_newtons ? 0.0 : @path.force_at(at)
          from = forces.last
          count = (@bench.after_seconds * @bench.hertz).round
          count.times do |i|
            stop = @stop_newtons ? [from * (1 - ((i + 1) / (count * 0.7))), 0.0].max : rest
            forces << (@stop_newtons ? stop : lagged(forces.last, stop, interval))
            travel << (@stop_newtons ? at * (1 - (0.3 * [(i + 1) / (count * 0.7), 1.0].min)) : at)
          end
        end

        # A fall takes the time that the cell and its input need.
        def lagged(before, now, interval) = now + ((before - now) * Math.exp(-interval / @bench.lag_seconds))

        def quantized(value, step) = (value / step).round * step

        # Source: Box and Muller, Annals of Mathematical Statistics 29 (1958)
        def gauss = Math.sqrt(-2 * Math.log(1 - @random.rand)) * Math.cos(2 * Math::PI * @random.rand)
      end
    end
  end
end
