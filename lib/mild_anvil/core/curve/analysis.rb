# frozen_string_literal: true

module MildAnvil
  module Core
    module Curve
      # What all findings of one recording share: sense of loading, zero, noise, net force, spikes set aside, turning
      # points.
      class Analysis
        # Bump when a change could give another finding for the same samples.
        RULE_VERSION = "2"

        # Leaving rest means to rise above this share of the peak, or above that many sigma.
        REST_SHARE = 0.02
        REST_SIGMAS = 5
        FEWEST_QUIET = 5
        # The first guess of the zero looks at this share of the recording, and at most at that many samples.
        FIRST_LOOK_SHARE = 0.005
        FIRST_LOOK = (7..200)
        # The pull goes downwards when it reaches that many times farther below its start than above it.
        SENSE_RATIO = 2.0
        MEDIAN_LOOK = 20_000 # samples that a median is taken from; more of them do not move it
        FEWEST_ROUGH = 20 # second differences that say anything about noise
        STEADY_SHARE = 0.1 # of the force: what a dead weight may seem to change
        # A dead weight, not a rest: nothing ever rose out of its noise, or by so much of it.
        NEVER_LEFT_SIGMAS = 12
        NEVER_LEFT_SHARE = 0.02

        Quiet = Struct.new(:last, :level, :sigma, keyword_init: true)

        attr_reader :recording, :readings, :packed_readings, :sense, :settings

        # @param recording [Recording]
        # @param sense [Integer, nil] 1 or -1 if the user said in which direction loading counts
        # @param settings [Settings]
        def initialize(recording, sense: nil, settings: Settings.new)
          @recording = recording
          @settings = settings
          main = recording.main
          @sense = sense || main.sign || guess_sense(main, first_level(main.samples))
          @packed_readings = @sense.negative? ? Packed.shifted(main.packed, -1, 0.0) : main.packed
          @readings = @sense.negative? ? Packed.unpack(@packed_readings) : main.samples
        end

        def time_axis = recording.time_axis
        # not all of them in every message
        def inspect = "#<#{self.class} of #{recording.size} samples>"

        # @return [Array<Finding>] of all registered findings, in order of time
        def findings
          @findings ||= Findings.all.flat_map { |kind| of(kind) }.map { |finding| Sound.of(finding) }
                                .sort_by.with_index { |finding, i| [finding.at_seconds || 0.0, i] }
        end

        # @return [Array<Finding>] of one kind; computed once, for those that build on each other
        # One that cannot be had from these samples leaves the others, and the pull, as they are.
        def of(kind)
          (@found ||= {})[kind] ||= begin
            pulled? || WITHOUT_PULL.include?(kind) ? kind.find(self) : []
          rescue InsufficientData, InvalidInput, NotConverged
            []
          end
        end

        WITHOUT_PULL = [Findings::Zero, Findings::Peak, Findings::Condition].freeze

        # Whether any force was ever above the zero.
        def pulled? = peak_newtons.positive?

        # The stretch before the load comes on; nil when the recording starts under load.
        # @return [Quiet, nil] last sample, median level and noise in newtons
        def quiet = defined?(@quiet) ? @quiet : (@quiet = find_quiet)

        # @return [Float] newtons taken off every reading; 0 if there was no rest
        def offset_newtons = quiet ? quiet.level : 0.0

        # @return [Float] noise of one reading at rest, newtons
        def sigma_newtons = quiet ? quiet.sigma : 0.0

        # @return [Float] the larger of the noise at rest and the noise under load, newtons
        def noise_newtons = @noise_newtons ||= [sigma_newtons, noise_under_load].max

        # @return [Array<Float>] net force, newtons
        def net
          @net ||= offset_newtons.zero? ? readings : Packed.unpack(Packed.shifted(@packed_readings, 1, offset_newtons))
        end

        # @return [Array<Float>] net force with every spike replaced by what stands beside it
        def clean = @clean ||= Spikes.without(net, spikes)

        # @return [Array<Integer>] samples set aside
        def spikes
          @spikes ||= Spikes.find(readings, packed: @packed_readings,
                                            noise: [first_noise,
                                                    Noise.of(@packed_readings, readings.size,
                                                             fewest: FEWEST_ROUGH)].max, floor: first_level(readings))
        end

        # @return [Integer] the sample of the highest force, spikes set aside
        def peak_index = @peak_index ||= unspiked.index(unspiked.max)

        def peak_newtons = clean[peak_index]

        # @return [String] clean, packed
        def packed
          @packed ||= spikes.empty? ? Packed.shifted(@packed_readings, 1, offset_newtons) : Packed.pack(clean)
        end

        # @return [Array<Fall>]
        def falls = @falls ||= Falls.new(self).all

        # @return [Array<Plateaus::Plateau>]
        def plateaus = @plateaus ||= Plateaus.new(self).all

        # @return [Cycles::Group, nil]
        def cycles = defined?(@cycles) ? @cycles : (@cycles = Cycles.new(self).group)

        # @return [VirginBranch]
        def virgin_branch = @virgin_branch ||= VirginBranch.new(self)

        # @return [Travel, nil]
        def travel = @travel ||= recording.displacement && Travel.new(recording.displacement, peak_index)

        # @return [Float] the logger's step: the smallest difference between two readings, newtons
        def step_newtons = @step_newtons ||= Resolution.of(recording.main)

        # @return [Float] newtons per metre while both rose, for what an unloading should show
        def usual_stiffness = travel && travel_rate.positive? ? loading_rate / travel_rate : Float::INFINITY

        # Under load from the first sample to the last, and always the same: a long test under dead weight.
        def steady?
          @steady ||= quiet.nil? && same_throughout? ? :yes : :no
          @steady == :yes
        end

        # Up and down by steps that are held: a check of a cell, not a pull.
        def staircase? = defined?(@staircase) ? @staircase : (@staircase = Staircase.new(self).found?)

        # @return [Integer] the last sample without load before the peak
        def loading_start
          @loading_start ||= PackedSearch.walk(packed, peak_index, 0, low: (REST_SHARE * peak_newtons).next_float)
        end

        # The usual rate of loading: the median over short rising stretches.
        # @return [Float] newtons per second; what the whole rise makes if no stretch shows one
        def loading_rate = @loading_rate ||= Rates.new(self).force

        # @return [Float] metres per second on the rising stretches
        def travel_rate = @travel_rate ||= Rates.new(self).travel

        # @return [Float] mean of the samples around, newtons
        def smooth(index, width = 4)
          part = clean[[index - width, 0].max..[index + width, clean.size - 1].min]
          part.sum / part.size
        end

        private

        def unspiked = @unspiked ||= Spikes.without(readings, spikes)

        def first_look(samples) = samples.first((samples.size * FIRST_LOOK_SHARE).round.clamp(FIRST_LOOK))
        def first_level(samples) = median(first_look(samples))

        def first_noise
          look = first_look(readings)
          centre = median(look)
          Noise::SIGMA_FROM_MAD * median(look.map { |v| (v - centre).abs })
        end

        def guess_sense(main, level)
          low, high = Packed.survey(main.packed).then { |survey| [survey.lowest, survey.highest] }
          # Under one load throughout, the load says it, not the noise.
          return level <=> 0 if low * high > 0 && high - low < NEVER_LEFT_SHARE * level.abs

          level - low > SENSE_RATIO * (high - level) ? -1 : 1
        end

        # The last crossing of the start level before the force goes away for good ends the rest.
        def find_quiet
          level = first_level(readings)
          gate = level + (REST_SHARE * (unspiked[peak_index] - level))
          leaves = leaving(gate)
          leaves -= 1 while leaves.positive? && unspiked[leaves] > level
          return if leaves + 1 < FEWEST_QUIET

          rest = unspiked[0..leaves]
          centre = median(rest)
          sigma = Noise::SIGMA_FROM_MAD * median(rest.map { |v| (v - centre).abs })
          unless same_throughout? && unspiked[peak_index] - centre < [
            NEVER_LEFT_SIGMAS * sigma, NEVER_LEFT_SHARE * centre
          ].max
            Quiet.new(last: leaves, level: centre,
                      sigma: sigma).freeze
          end
        end

        def same_throughout? = unspiked.min > (1 - STEADY_SHARE) * unspiked.max

        # The first sample above the gate whose successor is, too.
        def leaving(gate)
          packed = spikes.empty? ? @packed_readings : Packed.pack(unspiked)
          at = -1
          loop do
            at = PackedSearch.walk(packed, at + 1, peak_index, high: gate)
            return at if at >= peak_index || unspiked[at + 1] >= gate
          end
        end

        def noise_under_load = Noise.of(packed, peak_index, fewest: FEWEST_ROUGH)

        def median(values)
          if values.size > MEDIAN_LOOK
            values = (0...values.size).step((values.size / MEDIAN_LOOK) + 1).map do |i|
              values[i]
            end
          end
          sorted = values.sort
          (sorted[(sorted.size - 1) / 2] + sorted[sorted.size / 2]) / 2.0
        end
      end
    end
  end
end
