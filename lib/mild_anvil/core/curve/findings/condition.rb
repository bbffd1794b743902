# frozen_string_literal: true

module MildAnvil
  module Core
    module Curve
      module Findings
        # Stretches in which the cell or the logger did not say the truth: at its end, frozen, or gone.
        module Condition
          POSITION = 25
          STUCK = 5 # the same highest reading so often in a row
          FROZEN_SAMPLES = 12
          FROZEN_SECONDS = 0.25
          AROUND = 50 # rows
          RUN_SHARE = 4
          FEWEST_RUN = 3
          GAP_INTERVALS = 5
          LOADED_SHARE = 0.1
          UNLOADED_SHARE = 0.02

          # @return [Array<Finding>] :saturated, :frozen, :dropout
          def self.find(analysis)
            runs = runs(analysis)
            loaded = analysis.offset_newtons + (LOADED_SHARE * analysis.peak_newtons)
            tops = runs.select { |first, _| analysis.readings[first] > loaded && highest?(analysis, first) }
            saturated = tops.any? { |run| FullCell.at?(analysis, *run) } ? tops : []
            frozen = (runs - saturated).select { |first, last| frozen?(analysis, first, last) }
            saturated = joined(analysis, saturated)
            saturated.map do |first, last, count|
              saturation(analysis, first, last, count)
            end + frozen.map do |first, last|
                    freeze_of(analysis, first, last)
                  end + gaps(analysis)
          end

          # Equal readings in a row.
          def self.runs(analysis) = Packed.runs(analysis.packed_readings, STUCK, -Float::INFINITY)
          private_class_method :runs

          def self.highest?(analysis, at) = (analysis.readings[analysis.peak_index] - analysis.readings[at]).zero?
          private_class_method :highest?

          # Noise does not repeat itself so often; without noise the display leaps when it goes on. Where nothing pulls,
          # as between two loops or after a break, a display stands still by itself: there it has to leap as well.
          def self.frozen?(analysis, first, last)
            axis = analysis.time_axis
            return false if last - first + 1 < FROZEN_SAMPLES || axis[last] - axis[first] < FROZEN_SECONDS

            quiet = analysis.noise_newtons <= (analysis.step_newtons || 0.0) * FullCell::NOISY_STEPS
            caught_up = catches_up?(analysis, first, last)
            return caught_up if quiet

            (caught_up || (!unloaded?(analysis, first) && FullCell.moving?(analysis, first, last))) &&
              restless?(analysis, first, last)
          end
          private_class_method :frozen?

          def self.unloaded?(analysis, at) = analysis.net[at] <= UNLOADED_SHARE * analysis.peak_newtons
          private_class_method :unloaded?

          # No other run beside it comes near it: at the top of a slow wave a coarse display repeats itself, too.
          def self.restless?(analysis, first, last)
            count = last - first + 1
            after = [last + (2 * count), analysis.readings.size - 1].min
            beside = [[first - (2 * count), 0].max...first, (last + 1)..after].map { |range| analysis.readings[range] }
            longest(beside, but: analysis.readings[analysis.peak_index]) <= [count / RUN_SHARE, FEWEST_RUN].max
          end
          private_class_method :restless?

          # @param but [Float] the highest reading: a cell at its end repeats it
          def self.longest(stretches, but:)
            runs = stretches.flat_map { |values| values.chunk_while { |a, b| (a - b).zero? }.to_a }
            runs.reject { |run| (run.first - but).zero? }.map(&:size).max || 0
          end
          private_class_method :longest

          def self.catches_up?(analysis, first, last)
            return false if last + 1 >= analysis.readings.size || first.zero?

            step = analysis.step_newtons || 0.0
            usual = usual_step(analysis, first)
            leap = (analysis.readings[last + 1] - analysis.readings[last]).abs
            leap >= FullCell::LEAP_STEPS * [step,
                                            usual].max && !analysis.spikes.include?(last + 1) && goes_on?(analysis,
                                                                                                          last, leap)
          end
          private_class_method :catches_up?

          # The largest change from row to row just before.
          def self.usual_step(analysis, first)
            analysis.readings[[first - AROUND, 0].max..first].each_cons(2).map { |a, b| (b - a).abs }.max || 0.0
          end
          private_class_method :usual_step

          # Upwards, as the loading was, and from there on: not something that gave way.
          def self.goes_on?(analysis, last, leap)
            behind = analysis.readings[(last + 1)..(last + 4)]
            behind.min - analysis.readings[last] > leap / 2
          end
          private_class_method :goes_on?

          # Several visits to the end of the range are one finding.
          def self.joined(_analysis, runs)
            return [] if runs.empty?

            [[runs.first.first, runs.last.last, runs.sum { |first, last| last - first + 1 }]]
          end
          private_class_method :joined

          def self.saturation(analysis, first, last, count)
            Finding.new(kind: :saturated, at_seconds: analysis.time_axis[first],
                        until_seconds: analysis.time_axis[last], force_newtons: analysis.net[first],
                        because: "the same highest reading #{count} times: the cell was at its end",
                        extra: { sample: first, last_sample: last,
                                 reading_newtons: analysis.readings[first] * analysis.sense, samples: count })
          end
          private_class_method :saturation

          def self.freeze_of(analysis, first, last)
            Finding.new(kind: :frozen, at_seconds: analysis.time_axis[first], until_seconds: analysis.time_axis[last],
                        force_newtons: analysis.net[first],
                        because: "the same reading #{last - first + 1} times in a row while all around it moves: the " \
                                 "display or the logger stood still", extra: { sample: first, last_sample: last })
          end
          private_class_method :freeze_of

          def self.gaps(analysis)
            axis = analysis.time_axis
            return [] if axis.even? || axis.logarithmic?

            usual = axis.typical_interval_seconds
            axis.stamps.each_cons(2).with_index.filter_map do |(a, b), i|
              loaded = analysis.net[i, 2].max > LOADED_SHARE * analysis.peak_newtons
              next unless loaded && b - a > GAP_INTERVALS * usual

              Finding.new(kind: :dropout, at_seconds: a, until_seconds: b, force_newtons: analysis.net[i],
                          because: format("no sample for %.3g s, %.0f intervals", b - a, (b - a) / usual),
                          extra: { sample: i, last_sample: i + 1 })
            end
          end
          private_class_method :gaps
        end
      end
    end
  end
end
