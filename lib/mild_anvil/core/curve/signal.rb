# frozen_string_literal: true

module MildAnvil
  module Core
    module Curve
      # Stage one: what the logger wrote of the pull's force, in the sense of loading, with its noise, its step and its
      # spikes; and the travel beside it. Knows nothing of a zero.
      class Signal
        FEWEST_ROUGH = 20 # second differences that say anything about noise
        # The pull goes downwards when it reaches that many times farther below its start than above it.
        SENSE_RATIO = 2.0
        SAME_SHARE = 0.02 # of a load that never changes by more
        NOISE_SIGMAS = 8
        LOOK = 4000 # readings
        FEW = 70
        START_PART = 10

        # sense: 1 or -1; readings: Array<Float> of shape (n,), newtons, in the sense of loading; packed: the same;
        # noise: sigma of one reading, newtons; step: of the display, newtons or nil; spikes: Array<Integer>;
        # values: readings without the spikes; values_packed; top: sample of the highest value; travel: Travel or nil
        attr_reader :recording, :sense, :readings, :packed, :noise, :step, :spikes, :values, :values_packed, :top,
                    :travel

        # @param recording [Recording]
        # @param sense [Integer, nil] 1 or -1 if the user said in which direction loading counts
        def initialize(recording, sense: nil)
          @recording = recording
          main = recording.main
          @sense = sense || main.sign || Signal.sense_of(main)
          @packed = @sense.negative? ? Packed.shifted(main.packed, -1, 0.0) : main.packed
          @readings = @sense.negative? ? Packed.unpack(@packed) : main.samples
          @step = Resolution.of(main)
          find_spikes
          @top = @values.index(@values.max)
          @travel = recording.displacement && Travel.new(recording.displacement, @top)
          freeze
        end

        def time_axis = recording.time_axis
        def size = recording.size
        # not all of them in every message
        def inspect = "#<#{self.class} of #{size} samples>"

        # @param channel [Channel]
        # @return [Integer] -1 where the pull goes downwards
        def self.sense_of(channel)
          level = start_of(channel)
          low, high = limits(channel)
          # Under one load throughout, the load says it, not the noise.
          return level <=> 0 if low * high > 0 && high - low < [SAME_SHARE * level.abs, noise_range(channel)].max

          level - low > SENSE_RATIO * (high - level) ? -1 : 1
        end

        # Of a few rows the first ones are no start: the pull is in them.
        def self.start_of(channel)
          return Rest.first_level(channel.samples) if channel.size >= FEW

          Rest.median(channel.samples.reject(&:nan?).first([channel.size / START_PART, 1].max))
        end
        private_class_method :start_of

        # Where all but a hundredth of the readings lie: spikes say nothing of the sense.
        def self.limits(channel)
          every = [channel.size / LOOK, 1].max
          sorted = (0...channel.size).step(every).map { |i| channel.samples[i] }.reject(&:nan?).sort
          edge = sorted.size / 100
          [sorted[edge], sorted[-1 - edge]]
        end
        private_class_method :limits

        def self.noise_range(channel) = NOISE_SIGMAS * Noise.of(channel.packed, channel.size)
        private_class_method :noise_range

        private

        def find_spikes
          rough = Noise.of(@packed, size, fewest: FEWEST_ROUGH)
          @spikes = Spikes.find(@readings, packed: @packed, step: @step || 0.0, noise: rough).freeze
          @values = Spikes.without(@readings, @spikes)
          @values_packed = @spikes.empty? ? @packed : Packed.pack(@values)
          @noise = Noise.of(@packed, size)
        end
      end
    end
  end
end
