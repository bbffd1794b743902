# frozen_string_literal: true

module MildAnvil
  module Core
    module Curve
      # What all findings of one recording share: sense of loading, zero, noise, net force, and the spikes set aside.
      class Analysis
        # Bump when a change could give another finding for the same samples.
        RULE_VERSION = "1"

        SIGMA_FROM_MAD = 1.4826
        # Leaving rest means to rise above this share of the peak, or above that many sigma.
        REST_SHARE = 0.02
        REST_SIGMAS = 5
        FEWEST_QUIET = 5
        # The first guess of the zero looks at this share of the recording, and at most at that many samples.
        FIRST_LOOK_SHARE = 0.005
        FIRST_LOOK = (7..200)
        # The pull goes downwards when it reaches that many times farther below its start than above it.
        SENSE_RATIO = 2.0

        Quiet = Struct.new(:last, :level, :sigma, keyword_init: true)

        attr_reader :recording, :readings, :sense

        # @param recording [Recording]
        # @param sense [Integer, nil] 1 or -1 if the user said in which direction loading counts
        def initialize(recording, sense: nil)
          @recording = recording
          main = recording.main
          first = first_level(main.samples)
          @sense = sense || main.sign || guess_sense(main.samples, first)
          @readings = @sense.negative? ? main.samples.map(&:-@) : main.samples
        end

        def time_axis = recording.time_axis

        # @return [Array<Finding>] of all registered findings, in order of time
        def findings = Findings.all.flat_map { |kind| kind.find(self) }.sort_by { |f| f.at_seconds || 0.0 }

        # The stretch before the load comes on; nil when the recording starts under load.
        # @return [Quiet, nil] last sample, median level and noise in newtons
        def quiet = defined?(@quiet) ? @quiet : (@quiet = find_quiet)

        # @return [Float] newtons taken off every reading; 0 if there was no rest
        def offset_newtons = quiet ? quiet.level : 0.0

        # @return [Float] noise of one reading, newtons
        def sigma_newtons = quiet ? quiet.sigma : 0.0

        # @return [Array<Float>] net force, newtons
        def net = @net ||= offset_newtons.zero? ? readings : readings.map { |force| force - offset_newtons }

        # @return [Integer, nil] the sample of the highest force, spikes set aside
        def peak_index = spikes_and_peak.last

        # @return [Array<Integer>] samples set aside on the way to the peak
        def spikes = spikes_and_peak.first

        # @return [Float] the smallest difference between two readings, newtons: the logger's step
        def step_newtons = @step_newtons ||= Resolution.of(recording.main)

        private

        def first_level(samples)
          count = (samples.size * FIRST_LOOK_SHARE).round.clamp(FIRST_LOOK)
          median(samples.first(count))
        end

        def guess_sense(samples, level)
          low, high = samples.minmax
          level - low > SENSE_RATIO * (high - level) ? -1 : 1
        end

        # The last crossing of the start level before the force goes away for good ends the rest.
        def find_quiet
          level = first_level(readings)
          _, top = Spikes.split(readings, noise: 0.0, floor: level)
          gate = REST_SHARE * (readings[top] - level)
          leaves = (0..top).find { |i| readings[i] - level > gate && (readings[i + 1] || (level + gate)) - level >= gate } || top
          leaves -= 1 while leaves.positive? && readings[leaves] > level
          return if leaves + 1 < FEWEST_QUIET

          rest = readings[0..leaves]
          centre = median(rest)
          Quiet.new(last: leaves, level: centre, sigma: SIGMA_FROM_MAD * median(rest.map { |v| (v - centre).abs })).freeze
        end

        def spikes_and_peak = @spikes_and_peak ||= Spikes.split(net, noise: sigma_newtons, floor: 0.0)

        def median(values)
          sorted = values.sort
          (sorted[(sorted.size - 1) / 2] + sorted[sorted.size / 2]) / 2.0
        end
      end
    end
  end
end
