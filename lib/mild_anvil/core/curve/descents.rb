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
        LEAP_SHARE = 0.35 # of the drop in one step: no hand does that while others take part of it
        # Of the travel that the force needed on its way up; and the noise of one reading above which that is seen.
        BACK_SHARE = 0.1
        SEEN_SIGMAS = 4
        SIGMAS = 4
        BROKEN_SHARE = 0.2

        # @param segments [Array<Segment>] with kinds; @param baseline [Baseline]
        # @param stiffness [Float] newtons per metre of the loading
        def initialize(segments, baseline, stiffness)
          @stiffness = stiffness
          @segments = segments
          @baseline = baseline
          @axis = baseline.time_axis
        end

        # @return [Array<Descent>] in order
        def all
          runs.map { |from, to| descent(from, to) }.select { |one| far?(one) && taken_off?(one) }
        end

        private

        # Unloading stretches next to each other, with the last of them down to rest.
        def runs
          found = []
          @segments.each_index do |k|
            next unless down?(k)

            if found.any? && found.last.last == k - 1 then found.last[1] = k
            else found << [k, k]
            end
          end
          found.select { |from, to| (from..to).any? { |k| @segments[k].kind == :unloading } && !breaks_off?(from) }
        end

        # Something let go just before: what follows is the end of its fall.
        def breaks_off?(from)
          return false if from.zero?

          before = @segments[from - 1]
          before.kind == :falling && -before.change_newtons >= BROKEN_SHARE * before.from_newtons
        end

        def down?(index)
          segment = @segments[index]
          segment.kind == :unloading || (%i[rest sliding].include?(segment.kind) && segment.change_newtons.negative? && index.positive? &&
            -segment.change_newtons > 4 * segment.noise_newtons && @segments[index - 1].to_newtons > segment.from_newtons)
        end

        def descent(from, to)
          first = @segments[from].first
          behind = @segments[to + 1]
          rest = behind if behind&.kind == :rest
          Descent.new(first: top(from, first), last: rest ? rest.first : @segments[to].last,
                      from_newtons: @segments[from].from_newtons, to_newtons: (rest || @segments[to]).to_newtons,
                      to_rest: !rest.nil? || @segments[to].kind == :rest).freeze
        end

        # Where the line of the first stretch leaves that of the one before.
        def top(index, first)
          return first if index.zero?

          Knee.between(@segments[index - 1], @segments[index], @axis)
        end

        def far?(one)
          one.from_newtons >= LEAST_LEVEL_SHARE * @baseline.peak_newtons && one.drop_share >= LEAST_DROP_SHARE
        end

        def taken_off?(one)
          back = went_back?(one)
          return back unless back.nil?

          one.last - one.first + 1 >= FEWEST_SAMPLES && @axis[one.last] - @axis[one.first] >= LEAST_SECONDS && !leap?(one)
        end

        # @return [Boolean, nil] whether the travel went back with the force as far as it must if nothing gave way; nil
        #   where its noise would hide that
        def went_back?(one)
          way = @baseline.travel or return
          moved = way.around(one.last) - way.around(one.first)
          elastic = (one.from_newtons - one.to_newtons) / @stiffness
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
