# frozen_string_literal: true

module MildAnvil
  module Core
    module Curve
      # Finds the stretches in which a force was held: the machine stood still, or the force did and the machine
      # followed.
      class Holds
        LEAST_SECONDS = 2.0
        FEWEST_SAMPLES = 7
        LEAST_LEVEL_SHARE = 0.05 # of the peak; below that it is rest
        APART_SHARE = 0.05 # what lies farther from the level beside it is another hold
        SIGMAS = 6
        # A pump settles, a mass swings: what lies between or before the quiet stretches and no farther off than so much
        # belongs to them, if it is short against them.
        SETTLING_SHARE = 0.03
        SWING_SHARE = 0.12
        BRIEF_SHARE = 0.25
        CREEP_SHARE = 0.01 # of the level
        SLOWING_MOST = 4.0 # times the speed of the stretch that follows
        # Had the machine gone on, the force would have changed by at least so much of the peak, and so many sigma.
        EVIDENCE_SHARE = 0.02
        CALM_SHARE = 0.25 # of the level: the middle four fifths of the readings
        CALM_SIGMAS = 6 # of the rest's noise
        MEDIAN_LOOK = 800 # samples that a level is taken from

        # first, last: samples; level: median force; segments: those it is made of
        Held = Struct.new(:first, :last, :level, :segments, keyword_init: true)

        # @param segments [Array<Segment>] with kinds
        # @param baseline [Baseline]
        # @param usual [Pace]
        # @param at_rest [Boolean] count stretches without load, too
        def initialize(segments, baseline, usual, at_rest: false)
          @segments = segments
          @baseline = baseline
          @axis = baseline.time_axis
          @usual = usual
          @at_rest = at_rest
        end

        # @return [Array<Range>] samples over which a mass, or a frame that had stopped, swung about its level
        def swings(holds)
          holds.map do |held|
            at = @segments.index(held.segments.first)
            from = at
            from -= 1 while from.positive? && swing?(@segments[from - 1], held.level)
            (@segments[from].first..held.last)
          end
        end

        # @param after_falls [Boolean] also where a fall led to it and no travel says that the machine stood
        # @return [Array<Held>] in order
        def all(after_falls: false)
          found = runs.map { |from, to| held(from, to) }
                      .select { |one| long?(one) && shown?(one) && level?(one) && calm?(one) }
          after_falls ? found : found.select { |one| driven_to?(one) }
        end

        private

        # Runs of stretches that belong together: indices of the first and the last.
        def runs
          found = []
          @segments.each_index do |k|
            next unless quiet?(@segments[k])

            if found.any? && together?(found.last, k) then found.last[1] = k
            else found << [k, k]
            end
          end
          found.map { |from, to| settled(from, to) }
        end

        def quiet?(segment) = segment.standing? || (@at_rest && segment.kind == :rest)

        # Next to each other on one level, with nothing but settling between.
        def together?(run, index)
          before = @segments[run.last]
          after = @segments[index]
          between = @segments[(run.last + 1)...index]
          apart = [APART_SHARE * before.to_newtons.abs, SIGMAS * @baseline.noise_newtons].max
          (after.from_newtons - before.to_newtons).abs <= apart &&
            between.all? { |s| settling?(s, before.to_newtons, SETTLING_SHARE) } &&
            between.sum(&:seconds) <= BRIEF_SHARE * @segments[run.first].then { after.seconds + before.seconds }
        end

        def settling?(segment, level, share)
          off = [segment.from_newtons, segment.to_newtons].map { |force| (force - level).abs }.max
          off <= [share * level.abs, SIGMAS * segment.noise_newtons].max
        end

        # Back over what settled before it.
        def settled(from, to)
          level = @segments[from].from_newtons
          seconds = @segments[from..to].sum(&:seconds)
          while from.positive? && belongs?(@segments[from - 1], level, seconds)
            from -= 1
            seconds -= @segments[from].seconds / BRIEF_SHARE
          end
          from -= 1 while from.positive? && creeping?(@segments[from - 1], @segments[from], level)
          [from, to]
        end

        # The force stood while what was held crept on, slower and slower. A bond that slides, and a machine that then
        # stops, have no such way between them.
        def creeping?(segment, after, level)
          speed, next_speed = [segment, after].map { |s| s.metres_per_second.to_f }
          segment.kind == :sliding && settling?(segment, level, CREEP_SHARE) && next_speed.positive? &&
            speed.between?(next_speed, SLOWING_MOST * next_speed)
        end

        def belongs?(segment, level, seconds)
          !quiet?(segment) && segment.seconds <= BRIEF_SHARE * seconds &&
            settling?(segment, level, SETTLING_SHARE) && !segment.change_newtons.positive?
        end

        def held(from, to)
          first = from.zero? ? 0 : Knee.between(@segments[from - 1], @segments[from], @axis)
          behind = @segments[to + 1]
          last = [behind ? Knee.between(@segments[to], behind, @axis) - 1 : @segments[to].last, first].max
          Held.new(first: first, last: last, level: median(first, last), segments: @segments[from..to]).freeze
        end

        def long?(held)
          @axis[held.last] - @axis[held.first] >= LEAST_SECONDS && held.last - held.first + 1 >= FEWEST_SAMPLES
        end

        def level?(held) = @at_rest || held.level >= LEAST_LEVEL_SHARE * @baseline.peak_newtons

        # Long enough to tell it from a loading that went on.
        def shown?(held)
          rate = @usual.newtons_per_second or return true
          gone_on = rate * (@axis[held.last] - @axis[held.first])
          gone_on >= [EVIDENCE_SHARE * @baseline.peak_newtons, SIGMAS * held.segments.first.noise_newtons].max
        end

        # What stays after a fall is what is left, and not held; without a travel it may slide on. What swung before it
        # came to rest is passed over.
        def driven_to?(held)
          before = @segments[0...@segments.index(held.segments.first)].reverse.find { |s| leads?(s, held.level) }
          return true if before.nil? || %i[rest standing].include?(before.kind)
          return went_back?(before) if before.change_newtons.negative?

          spare = [SWING_SHARE * held.level.abs, SIGMAS * before.noise_newtons].max
          !@baseline.travel.nil? || before.to_newtons <= held.level + spare
        end

        # What swings about the level, or slips a little, does not.
        def leads?(segment, level)
          return false if swing?(segment, level)

          %i[rest standing].include?(segment.kind) || segment.change_newtons.abs > APART_SHARE * level.abs
        end

        # Somebody let off to here, and held again.
        def went_back?(segment)
          !segment.metres_per_second.nil? && segment.moved_metres < -SIGMAS * segment.noise_metres
        end

        def swing?(segment, level)
          [segment.from_newtons, segment.to_newtons].all? { |force| (force - level).abs <= SWING_SHARE * level.abs }
        end

        # Not the mean of a swinging that is faster than the points of the course.
        def calm?(held)
          stride = [(held.last - held.first) / MEDIAN_LOOK, 1].max
          sorted = (held.first..held.last).step(stride).map { |i| @baseline.clean[i] }.sort
          edge = sorted.size / 10
          sorted[-1 - edge] - sorted[edge] <= [CALM_SHARE * held.level.abs, CALM_SIGMAS * @baseline.sigma_newtons].max
        end

        def median(from, to)
          stride = [(to - from) / MEDIAN_LOOK, 1].max
          sorted = (from..to).step(stride).map { |i| @baseline.clean[i] }.sort
          sorted[sorted.size / 2]
        end
      end
    end
  end
end
