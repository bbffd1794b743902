# frozen_string_literal: true

module MildAnvil
  module Core
    module Curve
      module Findings
        # Stretches in which the force was held: how long, how low, how much it relaxed, and whether a target was kept.
        module Hold
          POSITION = 55
          SETTLED_FROM = 0.5 # of the step: the swing of hung masses has died down
          EDGE = 8 # samples whose mean stands for the force at the start and at the end
          START_SHARE = 0.1 # of the hold, and at most START_SECONDS: where its highest force is looked for
          START_SECONDS = 1.0
          BRIDGE_SECONDS = 0.25 # noise below the limit for less than this does not end a hold

          # @return [Array<Finding>]
          def self.find(analysis) = analysis.holds.map { |held| finding(analysis, held) }

          def self.finding(analysis, plateau)
            first = start_of(analysis, plateau)
            forces = analysis.clean[first..plateau.last]
            settled = forces.drop((forces.size * SETTLED_FROM).floor)
            start, finish = edges(analysis, first, forces, settled)
            target = target_for(analysis, plateau)
            seconds = analysis.time_axis[plateau.last] - analysis.time_axis[first]
            Finding.new(kind: :hold, at_seconds: analysis.time_axis[first],
                        until_seconds: analysis.time_axis[plateau.last], force_newtons: start,
                        because: because(seconds, target),
                        extra: { sample: first, seconds: seconds, start_newtons: start, end_newtons: finish,
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

          def self.because(seconds, target)
            return format("held for %.3g s", seconds) if target.nil?

            format("%s: %.3g s at or above %.6g N, %.3g s wanted", target[:satisfied] ? "kept" : "not kept",
                   target[:seconds_at_or_above], target[:limit_newtons], target[:wanted_seconds])
          end
          private_class_method :because

          # The target nearest to the level, within a tenth of it.
          def self.target_for(analysis, plateau)
            wanted = analysis.settings.holds.min_by { |hold| (hold[:newtons] - plateau.level).abs } or return
            return if (wanted[:newtons] - plateau.level).abs > 0.1 * wanted[:newtons]

            limit = wanted[:newtons] * (1 - (wanted[:below_share] || 0.0))
            held = unbroken(analysis, plateau, limit)
            { newtons: wanted[:newtons], limit_newtons: limit, wanted_seconds: wanted[:seconds],
              seconds_at_or_above: held, satisfied: held >= wanted[:seconds],
              lowest_above_limit_newtons: lowest(analysis.clean[plateau.first..plateau.last]) - limit }
          end
          private_class_method :target_for

          # The longest stretch at or above the limit that touches the plateau.
          def self.unbroken(analysis, plateau, limit)
            axis = analysis.time_axis
            above = (plateau.first..plateau.last).find { |i| analysis.smooth(i) >= limit } or return 0.0
            first = edge(analysis, above, -1, limit)
            axis[edge(analysis, above, 1, limit)] - axis[first]
          end
          private_class_method :unbroken

          def self.edge(analysis, from, step, limit)
            axis = analysis.time_axis
            last = from
            at = from
            while at.between?(0,
                              analysis.clean.size - 1) &&
                  (axis[at] - axis[last]).abs <= BRIDGE_SECONDS + axis.typical_interval_seconds
              last = at if analysis.clean[at] >= limit
              at += step
            end
            last
          end
          private_class_method :edge
        end
      end
    end
  end
end
