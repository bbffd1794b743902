# frozen_string_literal: true

require "forwardable"

module MildAnvil
  module Core
    module Curve
      # The stages of one recording together, and the findings made from them: Signal, Baseline, Segments, Findings. No
      # stage knows of a later one.
      class Analysis
        extend Forwardable

        # Bump when a change could give another finding for the same samples.
        RULE_VERSION = "7"
        REST_SIGMAS = 5 # leaving rest means to rise above so much of its noise

        attr_reader :recording, :settings

        def_delegators :recording, :time_axis
        def_delegators :signal, :sense, :readings, :spikes, :travel
        def_delegators :baseline, :offset_newtons, :sigma_newtons, :noise_newtons, :net, :clean, :packed, :peak_index,
                       :peak_newtons, :smooth, :steady?
        def_delegators :segments, :falls, :holds, :descents, :cycles, :virgin_branch, :loading_start,
                       :staircase?

        # @param recording [Recording]
        # @param sense [Integer, nil] 1 or -1 if the user said in which direction loading counts
        # @param settings [Settings]
        def initialize(recording, sense: nil, settings: Settings.new)
          @recording = recording
          @settings = settings
          @sense = sense
        end

        # not all of them in every message
        def inspect = "#<#{self.class} of #{recording.size} samples>"

        # @return [Signal]
        def signal = @signal ||= Signal.new(recording, sense: @sense)

        # @return [Baseline]
        def baseline = @baseline ||= Baseline.new(signal)

        # @return [Segments]
        def segments = @segments ||= Segments.new(baseline)

        # @return [Array<Finding>] of all registered findings, in order of time, each with its confidence
        def findings
          @findings ||= Findings.all.flat_map { |kind| found(kind) }
                                .map { |one| Doubts.judged(timely(Sound.of(one)), self) }
                                .sort_by.with_index { |finding, i| [finding.at_seconds || 0.0, i] }
        end

        # @return [Array<Finding>] of one kind that could be given, for those that build on each other
        def of(kind) = found(kind).select(&:given?)

        # Computed once. One that cannot be had from these samples says why; the others are as they are.
        def found(kind)
          (@found ||= {})[kind] ||= begin
            if !recording.timed? && Untimed.needs_time?(kind) then Untimed.instead(kind)
            else
              pulled? || WITHOUT_PULL.include?(kind) ? kind.find(self) : []
            end
          rescue InsufficientData, InvalidInput, NotConverged => e
            [Finding.not_given(Findings.named(kind), e.message)]
          end
        end

        WITHOUT_PULL = [Findings::Zero, Findings::Peak, Findings::Condition].freeze

        # Whether any force was ever above the zero.
        def pulled? = peak_newtons.positive?

        # Of readings that have none, without any time.
        def timely(finding) = recording.timed? ? finding : Untimed.of(finding)
        private :timely

        # @return [Rest::Quiet, nil] the stretch before the load comes on; nil when the recording starts under load
        def quiet = baseline.before

        # @return [Rest::Quiet, nil] the rest after the load; nil where it ends under load
        def quiet_after = baseline.after

        # @return [Float, nil] the logger's step: the smallest difference between two readings, newtons
        def step_newtons = signal.step

        # @return [String] the readings with the spikes in them, in the sense of loading
        def packed_readings = signal.packed

        # @return [Float] newtons per second; what the whole rise makes if no stretch shows one
        def loading_rate = segments.usual.newtons_per_second

        # @return [Float] metres per second on the rising stretches
        def travel_rate = segments.usual.metres_per_second || 0.0
      end
    end
  end
end
