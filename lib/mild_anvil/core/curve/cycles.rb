# frozen_string_literal: true

module MildAnvil
  module Core
    module Curve
      # Loading and unloading again and again between two levels: which maxima and minima belong together.
      class Cycles
        GATE_SHARE = 0.05 # of the peak
        GATE_SIGMAS = 10
        ALIKE_SHARE = 0.15 # how far the amplitudes of one group may lie apart, beside what noise makes of extremes
        ALIKE_SIGMAS = 6
        DOWN_SHARE = 0.1 # of the time that the way up took: what comes down faster gave way
        FEWEST = 2
        FOOT_SHARE = 0.002 # of the peak
        # A long hold at the top makes it an attempt, not a cycle: time above the middle of the amplitude, as a share.
        MOST_TOP_SHARE = 0.85
        TIP = 3 # samples at the top that are a tip, however few there are in all
        HELD_SHARE = 0.15 # of the cycle: a sine is as flat as a hold for half of that

        # number: from 1; start, top, bottom: samples; whole: whether all of its way down is there
        Cycle = Struct.new(:number, :start, :top, :bottom, :whole, keyword_init: true)
        # opening: the sample from which the load was let off to the bottom of the first
        Group = Struct.new(:cycles, :opening, keyword_init: true) do
          def count = cycles.size
          def first_sample = cycles.first.start
          def last_sample = cycles.last.bottom
          def cover?(sample) = sample >= first_sample && sample < last_sample
          def opens?(from, to) = !opening.nil? && from >= opening && to <= first_sample
        end

        # @param baseline [Baseline]; @param holds [Array<Holds::Held>]
        def initialize(baseline, holds)
          @holds = holds
          @baseline = baseline
          @forces = baseline.clean
        end

        # @return [Group, nil] the longest run of cycles that are alike
        def group
          best = runs.max_by(&:size)
          return if best.nil? || best.size < FEWEST

          best = [*Ends.leading(self, best), *best]
          places = [*best, *Ends.closing(self, best)]
          Group.new(opening: Ends.opening(self, places), cycles: places.each_with_index.map do |(start, top, bottom), i|
            Cycle.new(number: i + 1, start: foot(start, top), top: top, bottom: foot(bottom, top), whole: i < best.size)
          end).freeze
        end

        attr_reader :baseline

        # @return [Array] samples where the force turns, each with 1 for a maximum and -1 for a minimum
        def turns
          @turns ||= begin
            gate = [GATE_SHARE * @baseline.peak_newtons, GATE_SIGMAS * noise].max
            found = PackedSearch.turns(@baseline.packed, gate)
            found.first&.last == 1 ? [[0, -1], *found] : found
          end
        end

        # @param gently [Boolean] known to have come down as the others did
        def cycle?(start, top, bottom, gently: false)
          unloaded?(start, top, bottom, gently: gently) && pointed?(start, top, bottom) && !held?(start, top, bottom)
        end

        private

        # Of few samples a wave, the bends look like noise to whoever takes neighbours only.
        def noise
          @noise ||= begin
            near = @baseline.noise_newtons
            if GATE_SIGMAS * near <= GATE_SHARE * @baseline.peak_newtons then near
            else
              [near, [@baseline.sigma_newtons, Noise.of_waves(@forces, @baseline.peak_index)].max].min # rubocop:disable Style/ComparableClamp -- the two may lie either way
            end
          end
        end

        def runs
          ups = turns.each_cons(3).select { |triple| triple.map(&:last) == [-1, 1, -1] }
          ups.map { |triple| triple.map(&:first) }.select { |places| cycle?(*places) }
             .slice_when { |one, other| one.last != other.first || !alike?(one, other) }.to_a
        end

        # Somebody waited at the top: that is an attempt.
        def held?(start, top, bottom)
          @holds.any? do |held|
            held.first.between?(start, bottom) && held.last >= top &&
              held.last - held.first >= HELD_SHARE * (bottom - start)
          end
        end

        # A rest at the bottom belongs to no cycle: the foot is the sample nearest to the top that is still at the
        # bottom.
        def foot(bottom, top)
          gate = @forces[bottom] + [Analysis::REST_SIGMAS * @baseline.noise_newtons,
                                    FOOT_SHARE * @baseline.peak_newtons].max
          step = top <=> bottom
          PackedSearch.walk(@baseline.packed, bottom + step, top + step, high: gate) - step
        end

        def alike?(one, other)
          first = @forces[one[1]] - @forces[one[2]]
          second = @forces[other[1]] - @forces[other[2]]
          spare = ALIKE_SIGMAS * noise
          (first - second).abs <= (ALIKE_SHARE * [first, second].max) + spare &&
            (@forces[one[1]] - @forces[other[1]]).abs <= (ALIKE_SHARE * @forces[one[1]]) + spare
        end

        # By a reversal of the displacement, or smoothly.
        def unloaded?(start, top, bottom, gently: false)
          travel = @baseline.travel
          return travel.from(top, bottom).negative? if travel
          return true if gently

          drop = @forces[top] - @forces[bottom]
          axis = @baseline.time_axis
          return false if axis[bottom] - axis[top] < DOWN_SHARE * (axis[top] - axis[start])

          bottom - top >= 4 && (top...bottom).none? { |i| @forces[i] - @forces[i + 1] > 0.5 * drop }
        end

        def pointed?(start, top, bottom)
          middle = (@forces[top] + [@forces[start], @forces[bottom]].max) / 2
          high = @forces[top] - (0.05 * (@forces[top] - middle))
          above = PackedSearch.count(@baseline.packed, start, bottom, high)
          above <= MOST_TOP_SHARE * (bottom - start) &&
            (above <= TIP || above < 0.5 * PackedSearch.count(@baseline.packed, start, bottom, middle))
        end
      end
    end
  end
end
