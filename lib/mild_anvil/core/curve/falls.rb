# frozen_string_literal: true

module MildAnvil
  module Core
    module Curve
      # Finds and classifies the falls of an analysis.
      class Falls
        GATE_SHARE = 0.01 # of the peak: what a slip must fall
        GATE_SIGMAS = 8 # 5 sigma in the level, and the rest because the extremes of noise lie farther apart
        EDGE_SHARE = 0.1
        LEAST_LEVEL_SHARE = 0.1
        # A fall within so many samples, or within so short a time, is sudden.
        SUDDEN_SAMPLES = 3
        SUDDEN_SECONDS = 0.06
        # Unloading by hand or machine: no step takes so much of it.
        LEAP_SHARE = 0.35
        # Of the elastic shortening that belongs to the fall, this much is enough to show a reversal, or a slide.
        REVERSAL_SHARE = 0.08
        SLIDE_SHARE = 0.2
        RELAXING_RATE_SHARE = 0.2
        SAG_SHARE = 0.03
        SOFT_SHARE = 0.25 # of the usual rate of loading
        SAGGING_SECONDS = 1.0
        BESIDE = 12 # samples before the top and behind the bottom of a fall
        EXTREMES_SHARE = 0.6 # of a fall stays when they are taken together, unless it is made of noise
        ALL_SHARE = 0.9
        BACK_SHARE = 0.4 # of the elastic shortening: so far back nothing gave way, however fast it went
        TOP_SHARE = 0.9 # of the lowest of the cycles' tops
        STANDS_SHARE = 0.2 # of the usual rate of travel

        # @param baseline [Baseline]; @param usual [Pace] of the loading; @param taken_off [Array<Range>] samples over
        #   which a load was taken off, by descents and cycles; @param swings [Array<Range>] over which it swung about a
        #   level; @param held [Array<Range>] over which it was held;
        #   @param cycles [Cycles::Group, nil]
        def initialize(baseline, usual, taken_off, swings, held, cycles)
          @held = held
          @cycles = cycles
          @cycle_top = cycles && cycles.cycles.map { |c| baseline.clean[c.top] }.min
          @swings = swings
          @taken_off = taken_off
          @baseline = baseline
          @usual = usual
          @forces = baseline.clean
          @axis = baseline.time_axis
          @peak = baseline.peak_newtons
        end

        # @return [Array<Fall>] in order
        def all
          turns = PackedSearch.turns(@baseline.packed, gate)
          pairs = turns.each_cons(2).select do |a, b|
            a.last == 1 && b.last == -1 && @forces[a.first] >= LEAST_LEVEL_SHARE * @peak
          end
          falls = pairs.map { |a, b| fall(a.first, b.first) }
          Recoveries.new(@baseline.packed, @forces, @baseline.peak_index).call(falls)
          falls.each { |f| f.kind = kind(f) }
        end

        # @return [Float] newtons
        def gate = [GATE_SHARE * @peak, GATE_SIGMAS * @baseline.noise_newtons, 3 * (@baseline.signal.step || 0.0)].max

        private

        def fall(top, bottom)
          level = @forces[top]
          drop = level - @forces[bottom]
          start = PackedSearch.walk(@baseline.packed, bottom, top, high: (level - (EDGE_SHARE * drop)).prev_float)
          finish = PackedSearch.walk(@baseline.packed, start, bottom,
                                     low: (@forces[bottom] + (EDGE_SHARE * drop)).next_float)
          Fall.new(top: top, bottom: bottom, start: start, finish: finish, drop: drop, level: level,
                   seconds: @axis[finish] - @axis[start],
                   slide: @baseline.travel&.from(start, finish))
        end

        def kind(fall)
          return :relaxation if relaxation?(fall) || swings?(fall) || sags?(fall)
          return :unloading if unloading?(fall)

          return :softening if softening?(fall)

          sudden?(fall) || !slid?(fall) ? :failure : :sliding
        end

        # Slowly, while the machine stood; or from one extreme of the noise to another.
        def sags?(fall)
          return false unless @held.any? { |range| range.cover?(fall.start) && range.cover?(fall.finish) }

          fall.seconds >= SAGGING_SECONDS || settled_drop(fall) < EXTREMES_SHARE * fall.drop
        end

        # From the mean of what led to its top to the mean of what followed its bottom.
        def settled_drop(fall)
          width = (SUDDEN_SECONDS / @axis.typical_interval_seconds).round.clamp(0, BESIDE)
          before = @forces[[fall.top - width, 0].max..fall.top]
          after = @forces[fall.bottom..(fall.bottom + width)]
          (before.sum / before.size) - (after.sum / after.size)
        end

        # Down, and up again, about a level that was then held.
        def swings?(fall)
          fall.drop_share <= 2 * Holds::SWING_SHARE &&
            @swings.any? { |range| range.cover?(fall.top) && range.cover?(fall.bottom) }
        end

        # A neck or a sliding bond loses its force slower than it was put on.
        def softening?(fall) = !sudden?(fall) && fall.drop < SOFT_SHARE * @usual.newtons_per_second * fall.seconds

        def sudden?(fall) = fall.finish - fall.start <= SUDDEN_SAMPLES || fall.seconds <= SUDDEN_SECONDS

        # The shortening that belongs to this fall if nothing gave way.
        def elastic(fall) = fall.drop / @usual.stiffness

        def unloading?(fall)
          return true if within_cycles?(fall)

          if @baseline.travel && fall.slide.abs > 4 * @baseline.travel.sigma
            back = fall.slide < -REVERSAL_SHARE * elastic(fall)
            return back && (!leap?(fall) || let_off?(fall))
          end

          middle = (fall.start + fall.finish) / 2
          @taken_off.any? { |range| range.cover?(middle) }
        end

        # However fast it went: as far back as it must if nothing gave way, or down to nothing and then up above that.
        def let_off?(fall)
          return true if fall.finish - fall.start > 1 && fall.slide < -BACK_SHARE * elastic(fall)

          fall.drop_share > ALL_SHARE && !fall.recovers.nil?
        end

        # From near the top of a cycle down to its bottom.
        def within_cycles?(fall)
          return false unless @cycles
          return true if @cycles.opens?(fall.start, fall.finish)

          @cycles.cover?(fall.start) && fall.finish <= @cycles.last_sample && fall.level >= TOP_SHARE * @cycle_top
        end

        def leap?(fall)
          (fall.start...fall.finish).any? do |i|
            @forces[i] - @forces[i + 1] > LEAP_SHARE * fall.drop
          end && fall.finish - fall.start < 8 && fall.drop_share > 0.3
        end

        # A held force that sags: slow, and nothing moves on; or little, while the drive stood between two strokes.
        def relaxation?(fall)
          return true if fall.seconds > SUDDEN_SECONDS && stands?(fall) && settled_drop(fall) < SAG_SHARE * fall.level
          return false if fall.drop_share > 0.2 || fall.seconds < 1.0
          return false if fall.drop / fall.seconds > RELAXING_RATE_SHARE * @usual.newtons_per_second

          @baseline.travel.nil? || fall.slide < SLIDE_SHARE * elastic(fall)
        end

        def stands?(fall)
          @baseline.travel && (@usual.metres_per_second || 0.0).positive? &&
            fall.slide.abs < STANDS_SHARE * (@usual.metres_per_second || 0.0) * fall.seconds
        end

        def slid?(fall) = @baseline.travel && fall.slide > SLIDE_SHARE * elastic(fall)
      end
    end
  end
end
