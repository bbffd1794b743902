# frozen_string_literal: true

module MildAnvil
  module Core
    module Curve
      # What all findings of one recording share: sense of loading, zero, noise, net force, spikes set aside, turning
      # points.
      class Analysis
        # Bump when a change could give another finding for the same samples.
        RULE_VERSION = "3"

        # Leaving rest means to rise above this share of the peak, or above that many sigma.
        REST_SHARE = 0.02
        REST_SIGMAS = 5
        # The pull goes downwards when it reaches that many times farther below its start than above it.
        SENSE_RATIO = 2.0
        FEWEST_ROUGH = 20 # second differences that say anything about noise
        STEADY_SHARE = 0.1 # of the force: what a dead weight may seem to change
        # A dead weight, not a rest: nothing ever rose out of its noise, or by so much of it.
        NEVER_LEFT_SIGMAS = 12
        NEVER_LEFT_SHARE = 0.02

        attr_reader :recording, :readings, :packed_readings, :sense, :settings

        # @param recording [Recording]
        # @param sense [Integer, nil] 1 or -1 if the user said in which direction loading counts
        # @param settings [Settings]
        def initialize(recording, sense: nil, settings: Settings.new)
          @recording = recording
          @settings = settings
          main = recording.main
          @sense = sense || main.sign || guess_sense(main, Rest.first_level(main.samples))
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
        # @return [Rest::Quiet, nil] last sample, median level and noise in newtons
        def quiet = defined?(@quiet) ? @quiet : (@quiet = find_quiet)

        # @return [Rest::Quiet, nil] the rest after the load; nil where it ends under load
        def quiet_after
          if defined?(@quiet_after)
            @quiet_after
          else
            (@quiet_after = steady? ? nil : rest.after)
          end
        end

        # @return [Float] newtons taken off every reading, of the rest before or else after; 0 if there was none
        def offset_newtons = (quiet || quiet_after)&.level || 0.0

        # @return [Float] noise of one reading at rest, newtons
        def sigma_newtons = (quiet || quiet_after)&.sigma || 0.0

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
          @spikes ||= Spikes.find(readings, packed: @packed_readings, step: step_newtons || 0.0,
                                            noise: Noise.of(@packed_readings, readings.size, fewest: FEWEST_ROUGH))
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

        def guess_sense(main, level)
          low, high = Packed.survey(main.packed).then { |survey| [survey.lowest, survey.highest] }
          # Under one load throughout, the load says it, not the noise.
          return level <=> 0 if low * high > 0 && high - low < NEVER_LEFT_SHARE * level.abs

          level - low > SENSE_RATIO * (high - level) ? -1 : 1
        end

        def find_quiet
          found = rest.before or return
          found unless same_throughout? && never_left?(found)
        end

        # A dead weight from the first reading on: what looks like rest is the load.
        def never_left?(quiet)
          unspiked[peak_index] - quiet.level < [NEVER_LEFT_SIGMAS * quiet.sigma, NEVER_LEFT_SHARE * quiet.level].max
        end

        def rest
          @rest ||= Rest.new(unspiked, noise: Noise.of(@packed_readings, readings.size), step: step_newtons || 0.0)
        end

        def same_throughout? = unspiked.min > (1 - STEADY_SHARE) * unspiked.max

        def noise_under_load = Noise.of(packed, peak_index, fewest: FEWEST_ROUGH)
      end
    end
  end
end
