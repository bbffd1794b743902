# frozen_string_literal: true

module MildAnvil
  module Core
    module Curve
      # The first three stages while samples arrive: what a bench shows and a guard asks.
      #
      # Signal and Baseline are made anew, as of a whole recording, whenever it has grown by a quarter, which costs no
      # more than a few passes in all; between, the last seconds are cut by Course and told by Kinds as a whole
      # recording is. finish gives the Analysis of the whole, so that what was shown and what is found cannot differ in
      # their rules.
      class Live
        GROWTH = 1.25
        FEWEST = 40 # samples before anything is said
        TAIL_SECONDS = 4.0
        MOST_TAIL = 4000 # samples
        UNSURE = 3 # samples
        LOW_SHARE = Findings::Break::LOW_SHARE
        GONE_SHARE = Findings::Break::GONE_SHARE
        STUCK = Findings::Condition::STUCK

        # seconds: of the last sample; newtons: net, the middle of the last three; peak_newtons, peak_seconds: highest
        # so far, spikes set aside; newtons_per_second, kind: of the last stretch, as in Segment; full: whether the
        # cell stands at its highest reading; broke_seconds: where the force fell for good, nil while it has not;
        # zero: whether a rest was seen
        State = Struct.new(:seconds, :newtons, :peak_newtons, :peak_seconds, :newtons_per_second, :kind, :full,
                           :broke_seconds, :zero, keyword_init: true)

        # @param role [String] of the judged channel
        # @param sense [Integer, nil] 1 or -1 if known
        # @param travel [Boolean] whether metres come with every sample
        def initialize(role: "force", sense: nil, travel: false)
          @role = role
          @sense = sense
          @seconds = []
          @newtons = []
          @metres = travel ? [] : nil
          @known = 0
          @told = Float::INFINITY
          @broke = nil
        end

        def size = @seconds.size

        # @param seconds [Float] never less than the one before; @param newtons [Float]; @param metres [Float, nil]
        # @raise [InvalidInput] when the time runs backwards
        def push(seconds, newtons, metres = nil)
          if @seconds.any? && seconds < @seconds.last
            raise InvalidInput.new("the time runs backwards", from: @seconds.last, to: seconds)
          end

          @seconds << seconds
          @newtons << newtons
          @metres << (metres || Float::NAN) if @metres
          self
        end

        # @return [State, nil] nil until there are samples enough
        def state
          return if size < FEWEST

          renew if size >= @known * GROWTH
          tail = tail_baseline
          watch(tail)
          told(tail)
        end

        # The last state is told from the whole, too.
        # @param settings [Settings]
        # @return [Analysis] of all that came
        def finish(settings: Settings.new)
          renew
          Analysis.new(recording(0), sense: @sense, settings: settings)
        end

        private

        def recording(from)
          channels = [Channel.new(name: @role, role: @role, samples: @newtons[from..], main: true)]
          channels << Channel.new(name: "travel", role: "displacement", samples: @metres[from..]) if @metres
          Recording.new(time_axis: TimeAxis.from(@seconds[from..]), channels: channels)
        end

        def renew
          @signal = Signal.new(recording(0), sense: @sense)
          @baseline = Baseline.new(@signal)
          @peak = [@baseline.peak_newtons, @seconds[@baseline.peak_index]]
          @usual = Kinds.new(Course.new(@baseline).segments, @baseline.peak_newtons).usual
          @known = size
        end

        # The last seconds, against the zero and the noise of the whole.
        def tail_baseline
          since = [@seconds.last, @told].min - TAIL_SECONDS # nothing that came since it was last asked is left out
          from = @seconds.bsearch_index { |t| t >= since } || 0
          from = from.clamp([size - MOST_TAIL, 0].max, [size - FEWEST, 0].max)
          @told = @seconds.last
          LiveTail.new(Signal.new(recording(from), sense: @signal.sense), @baseline, @peak.first)
        end

        def watch(tail)
          sound = tail.clean[0...-UNSURE] # whether the last ones are spikes is not seen yet
          top = sound.index(sound.max)
          @peak = [sound[top], tail.time_axis[top]] if sound[top] > @peak.first
          force = now(tail)
          return @broke = nil if force >= GONE_SHARE * @peak.first || !pulled?

          gone = tail.clean.rindex { |f| f >= GONE_SHARE * @peak.first }
          @broke = broke(tail, gone, force) if gone
        end

        # The middle of the last three, so that a spike is not shown.
        def now(tail) = tail.clean.last(UNSURE).sort[UNSURE / 2]

        # Below the limit, not because somebody took the load off, and not carrying on.
        def broke(tail, gone, force)
          segments = segments(tail)
          return @broke if begun?(segments, gone) # told when it began
          return if taken_off?(segments, tail, gone)

          falling = segments.find { |s| s.last >= gone && s.change_newtons.negative? }
          return unless force < LOW_SHARE * @peak.first || falling&.kind == :falling

          tail.time_axis[[falling&.first || gone, gone].min]
        end

        def begun?(segments, gone) = segments.first.change_newtons.negative? && segments.first.last >= gone

        def taken_off?(segments, tail, gone)
          Descents.new(segments, tail, @usual).all.any? { |one| one.cover?(gone) || one.cover?(gone + 1) }
        end

        def segments(tail) = Kinds.new(Course.new(tail).segments, @peak.first, usual: @usual).call

        def told(tail)
          last = segments(tail).last
          State.new(seconds: @seconds.last, newtons: now(tail), peak_newtons: @peak.first,
                    peak_seconds: @peak.last, newtons_per_second: last.newtons_per_second,
                    kind: pulled? ? last.kind : :rest,
                    full: full?(tail), broke_seconds: @broke, zero: !(@baseline.before || @baseline.after).nil?)
        end

        # Whether anything rose out of the noise.
        def pulled? = @peak.first > Baseline::NEVER_LEFT_SIGMAS * [@baseline.noise_newtons, @signal.noise].max

        # The same highest reading so often in a row, where it moved before.
        def full?(tail)
          readings = tail.signal.readings
          return false if readings.size <= STUCK || readings.last < @signal.readings.max

          readings.last(STUCK).uniq.one? && tail.noise_newtons > (@signal.step || 0.0) * FullCell::NOISY_STEPS
        end
      end
    end
  end
end
