# frozen_string_literal: true

module MildAnvil
  module Core
    module Curve
      module Findings
        # Stretches in which the force was held: how long, how low, how much it relaxed, and whether a target was kept.
        module Hold
          POSITION = 55
          GREAT_SHARE = 0.3 # of the peak: a fall by so much leaves a rest
          LEFT_SHARE = 0.5 # of that fall below its top
          SETTLED_FROM = 0.5 # of the step: the swing of hung masses has died down
          EDGE = 8 # samples whose mean stands for the force at the start and at the end
          START_SHARE = 0.1 # of the hold, and at most START_SECONDS: where its highest force is looked for
          START_SECONDS = 1.0
          LINE_SIGMAS = 1 # of a line's own error: a force that is kept exactly at its limit is kept

          # @return [Array<Finding>]
          def self.find(analysis)
            analysis.holds.reject { |held| left_over?(analysis, held) }.map { |held| finding(analysis, held) }
          end

          # What something still carries after a great part of it gave way is left, and not held: a bond that creeps, a
          # stub that stick and slip leaves. Somebody who lets off, and holds again, holds.
          def self.left_over?(analysis, held)
            return false if analysis.staircase? # masses that were taken off

            lost = analysis.falls.select do |f|
              f.material? && f.top < held.first && f.drop >= GREAT_SHARE * analysis.peak_newtons &&
                held.level <= f.level - (LEFT_SHARE * f.drop)
            end
            lost.any? && analysis.descents.none? { |one| one.first.between?(lost.last.top, held.first) }
          end
          private_class_method :left_over?

          def self.finding(analysis, plateau)
            first = start_of(analysis, plateau)
            forces = analysis.clean[first..plateau.last]
            settled = forces.drop((forces.size * SETTLED_FROM).floor)
            start, finish = edges(analysis, first, forces, settled)
            target = target_for(analysis, plateau)
            gaps = Unseen.in(analysis.time_axis, first, plateau.last)
            seconds = analysis.time_axis[plateau.last] - analysis.time_axis[first] - gaps.sum(&:seconds)
            Finding.new(kind: :hold, at_seconds: analysis.time_axis[first],
                        until_seconds: analysis.time_axis[plateau.last], force_newtons: start,
                        because: because(seconds, target, gaps),
                        extra: { sample: first, seconds: seconds, unseen_seconds: gaps.sum(&:seconds),
                                 start_newtons: start, end_newtons: finish,
                                 lowest_newtons: lowest(forces), mean_newtons: forces.sum / forces.size,
                                 settled_newtons: settled.sum / settled.size,
                                 relaxation_share: start.zero? ? 0.0 : (start - finish) / start, target: target })
          end
          private_class_method :finding

          # A held force relaxes from its highest; a hung mass swings, so there it begins where it settles.
          def self.start_of(analysis, plateau)
            return plateau.first if analysis.staircase?

            axis = analysis.time_axis
            span = [START_SHARE * (axis[plateau.last] - axis[plateau.first]), START_SECONDS].min
            stop = axis.index_at(axis[plateau.first] + span).clamp(plateau.first, plateau.last)
            stride = [(stop - plateau.first) / 200, 1].max
            (plateau.first..stop).step(stride).max_by { |i| analysis.smooth(i, 2) }
          end
          private_class_method :start_of

          def self.edges(analysis, first, forces, settled)
            width = [EDGE, (forces.size / 4) + 1].min
            level = settled.sum / settled.size
            analysis.staircase? ? [level, level] : [analysis.smooth(first, 2), forces.last(width).sum / width]
          end
          private_class_method :edges

          # Of means of a few samples: the lowest of many single ones would be noise.
          def self.lowest(forces)
            width = [EDGE, (forces.size / 4) + 1].min
            forces.each_slice(width).select { |slice| slice.size == width }.map { |slice| slice.sum / width }.min
          end
          private_class_method :lowest

          def self.because(seconds, target, gaps)
            return [format("held for %.3g s", seconds), *Unseen.words(gaps)].join("; ") if target.nil?

            figures = format("%.3g s at or above %.6g N, %.3g s wanted",
                             *target.values_at(:seconds_at_or_above, :limit_newtons, :wanted_seconds))
            ["#{verdict(target)}: #{figures}", *Unseen.words(gaps)].join("; ")
          end
          private_class_method :because

          def self.verdict(target)
            return "kept" if target[:satisfied]

            target[:shown] ? "not kept" : "not shown to be kept"
          end
          private_class_method :verdict

          # The target nearest to the level, within a tenth of it.
          def self.target_for(analysis, plateau)
            wanted = analysis.settings.holds.min_by { |hold| (hold[:newtons] - plateau.level).abs } or return
            return if (wanted[:newtons] - plateau.level).abs > 0.1 * wanted[:newtons]

            limit = wanted[:newtons] * (1 - (wanted[:below_share] || 0.0))
            all = unbroken(analysis, plateau, limit, [])
            held = unbroken(analysis, plateau, limit, Unseen.in(analysis.time_axis, plateau.first, plateau.last))
            { newtons: wanted[:newtons], limit_newtons: limit, wanted_seconds: wanted[:seconds],
              seconds_at_or_above: held, satisfied: held >= wanted[:seconds],
              shown: held >= wanted[:seconds] || all < wanted[:seconds],
              lowest_above_limit_newtons: lowest(analysis.clean[plateau.first..plateau.last]) - limit }
          end
          private_class_method :target_for

          # The longest stretch at or above the limit, by the lines of the hold: one reading of noise does not end it,
          # time that nobody saw does. Where it is above at an edge, it goes on outside.
          def self.unbroken(analysis, held, limit, gaps)
            spans = above(held, limit).map { |from, to| widened(analysis, held, limit, from, to) }
            spans.flat_map { |from, to| Unseen.apart(from, to, gaps) }.map { |from, to| to - from }.max || 0.0
          end
          private_class_method :unbroken

          def self.widened(analysis, held, limit, from, to)
            axis = analysis.time_axis
            from = axis[edge(analysis, held.first, -1, limit)] if from <= held.segments.first.start_seconds
            to = axis[edge(analysis, held.last, 1, limit)] if to >= held.segments.last.end_seconds
            [from, to]
          end
          private_class_method :widened

          # Stretches of time at or above the limit; those that meet are one.
          def self.above(held, limit)
            spans = held.segments.each_with_index.filter_map do |segment, k|
              above_on(segment, held.segments[k + 1], limit)
            end
            spans.each_with_object([]) do |(from, to), joined|
              joined.any? && joined.last.last >= from ? joined.last[1] = to : joined << [from, to]
            end
          end
          private_class_method :above

          # One line, up to the start of the next.
          def self.above_on(segment, behind, limit)
            spare = LINE_SIGMAS * segment.noise_newtons
            from, to = [segment.from_newtons, segment.to_newtons].map { |force| force + spare >= limit }
            return unless from || to

            stop = behind ? behind.start_seconds : segment.end_seconds
            return [segment.start_seconds, stop] if from && to

            crossing = segment.start_seconds + ((limit - spare - segment.from_newtons) / segment.newtons_per_second)
            from ? [segment.start_seconds, crossing] : [crossing, stop]
          end
          private_class_method :above_on

          # As far as the force, outside the hold, stays at or above the limit.
          def self.edge(analysis, from, step, limit)
            at = from
            at += step while (at + step).between?(0, analysis.clean.size - 1) && analysis.smooth(at + step, 1) >= limit
            at
          end
          private_class_method :edge
        end
      end
    end
  end
end
