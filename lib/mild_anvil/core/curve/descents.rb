# frozen_string_literal: true

module MildAnvil
  module Core
    module Curve
      # Finds where the load was taken off, as against where something let go.
      class Descents
        LEAST_LEVEL_SHARE = 0.1 # of the peak
        LEAST_DROP_SHARE = 0.5 # of its own level
        # Without a travel that goes back, a fall in fewer samples or less time may be a break.
        FEWEST_SAMPLES = 5
        LEAST_SECONDS = 0.3
        SLOW_SECONDS = 2.0
        LIKE_LOADING = 4.0
        LEAP_SHARE = 0.35 # of the drop in one step: no hand does that while others take part of it
        # Of the travel that the force needed on its way up; and the noise of one reading above which that is seen.
        BACK_SHARE = 0.1
        SEEN_SIGMAS = 4
        SIGMAS = 4
        STEEP_SHARE = 0.12 # of the steepest: a slower decline before it is another thing
        GENTLE_SHARE = 0.8

        # @param segments [Array<Segment>] with kinds; @param baseline [Baseline]
        # @param usual [Pace] of the loading
        def initialize(segments, baseline, usual)
          @usual = usual
          @segments = segments
          @baseline = baseline
          @axis = baseline.time_axis
        end

        # @return [Array<Descent>] in order
        def all
          runs.map { |from, to| descent(from, to) }.select { |one| far?(one) && taken_off?(one) }
        end

        private

        # Falling stretches next to each other, the last of them down to rest, without the slow decline before.
        def runs
          found = []
          @segments.each_index do |k|
            next unless down?(k)

            if found.any? && found.last.last == k - 1 then found.last[1] = k
            else found << [k, k]
            end
          end
          found.map { |from, to| [steep_from(from, to), to] }
        end

        def down?(index)
          segment = @segments[index]
          %i[unloading falling].include?(segment.kind) ||
            (%i[rest sliding].include?(segment.kind) && segment.change_newtons < -SIGMAS * segment.noise_newtons &&
              index.positive? && @segments[index - 1].to_newtons > segment.from_newtons)
        end

        def steep_from(from, to)
          steepest = (from..to).map { |k| -@segments[k].newtons_per_second }.max
          (from..to).find { |k| -@segments[k].newtons_per_second >= STEEP_SHARE * steepest }
        end

        def descent(from, to)
          first = @segments[from].first
          behind = @segments[to + 1]
          rest = behind if behind&.kind == :rest
          Descent.new(gentle: gentle?(from, to), first: top(from, first), last: rest ? rest.first : @segments[to].last,
                      from_newtons: @segments[from].from_newtons, to_newtons: (rest || @segments[to]).to_newtons,
                      to_rest: !rest.nil? || @segments[to].kind == :rest).freeze
        end

        # Where the line of the first stretch leaves that of the one before.
        def top(index, first)
          return first if index.zero?

          Knee.between(@segments[index - 1], @segments[index], @axis)
        end

        # A hand or a valve begins slowly; what lets go is steepest where it begins.
        def gentle?(from, to)
          rates = (from..to).map { |k| -@segments[k].newtons_per_second }
          rates.first < GENTLE_SHARE * rates.max
        end

        def far?(one)
          one.from_newtons >= LEAST_LEVEL_SHARE * @baseline.peak_newtons && one.drop_share >= LEAST_DROP_SHARE
        end

        def taken_off?(one)
          back = went_back?(one)
          return back unless back.nil?

          (one.gentle || slow?(one)) && !leap?(one) &&
            one.last - one.first + 1 >= FEWEST_SAMPLES && @axis[one.last] - @axis[one.first] >= LEAST_SECONDS
        end

        # For longer than any break takes, or not much faster than the load came on.
        def slow?(one)
          seconds = @axis[one.last] - @axis[one.first]
          seconds >= SLOW_SECONDS ||
            one.from_newtons - one.to_newtons <= LIKE_LOADING * @usual.newtons_per_second * seconds
        end

        # @return [Boolean, nil] whether the travel went back with the force as far as it must if nothing gave way; nil
        #   where its noise would hide that
        def went_back?(one)
          way = @baseline.travel or return
          moved = way.around(one.last) - way.around(one.first)
          elastic = (one.from_newtons - one.to_newtons) / @usual.stiffness
          return moved < -BACK_SHARE * elastic if elastic > SEEN_SIGMAS * way.sigma

          moved.negative? if moved.abs > SIGMAS * way.sigma
        end

        def leap?(one)
          forces = @baseline.clean
          limit = LEAP_SHARE * (one.from_newtons - one.to_newtons)
          (one.first...one.last).any? { |i| forces[i] - forces[i + 1] > limit }
        end
      end
    end
  end
end
