# frozen_string_literal: true

module MildAnvil
  module Core
    module Curve
      module Findings
        # Where the force was taken off by somebody: nothing broke.
        module Release
          POSITION = 45
          LEAST_LEVEL_SHARE = 0.1 # of the peak
          LEAST_DROP_SHARE = 0.5 # of its own level
          STEEP_SHARE = 0.4
          BEGIN_SHARE = 0.1
          APART_SECONDS = 1.0
          BEFORE_SAMPLES = 5
          TURNED_SIGMAS = 4

          # @return [Array<Finding>] none within cycles or steps
          def self.find(analysis)
            return [] if analysis.staircase? || analysis.steady?

            descents(analysis).map { |fall| finding(analysis, knee(analysis, fall)) }
          end

          # Falls that noise or a hand parted in two are one descent.
          def self.descents(analysis)
            found = analysis.falls.select { |f| release?(analysis, f) }
            found.slice_when { |a, b| apart?(analysis, a, b) }.map { |group| group.max_by(&:drop) }
          end
          private_class_method :descents

          def self.apart?(analysis, before, after)
            after.level >= before.level || analysis.time_axis[after.start] - analysis.time_axis[before.start] > [
              APART_SECONDS, 4 * before.seconds
            ].max
          end
          private_class_method :apart?

          def self.release?(analysis, fall)
            fall.kind == :unloading && fall.level >= LEAST_LEVEL_SHARE * analysis.peak_newtons &&
              fall.drop_share >= LEAST_DROP_SHARE && !analysis.cycles&.cover?(fall.top) &&
              !let_go_by_hand?(analysis, fall)
          end
          private_class_method :release?

          # A hand that lets go between two turns, and goes on from there.
          def self.let_go_by_hand?(analysis, fall) = analysis.recording.main.role == "torque" && !fall.recovers.nil?
          private_class_method :let_go_by_hand?

          # Back up the descent to where it began: where it is no steeper than a tenth of what it becomes.
          def self.knee(analysis, fall)
            axis = analysis.time_axis
            forces = analysis.clean
            low = (fall.start..fall.bottom).find do |i|
              forces[i] <= fall.level - (STEEP_SHARE * fall.drop)
            end || fall.finish
            rate = (forces[fall.start] - forces[low]) / [axis[low] - axis[fall.start],
                                                         axis.typical_interval_seconds].max
            step = noise_step(analysis, rate)
            at = fall.start
            at -= step while at - step > fall.top &&
                             forces[at - step] - forces[at] > BEGIN_SHARE * rate * (axis[at] - axis[at - step])
            turned_back(analysis, at, low) || at
          end
          private_class_method :knee

          # Where the way still went on behind the knee (stick and slip), the release begins where it turns back.
          def self.turned_back(analysis, from, stop)
            way = analysis.travel or return
            furthest = (from..stop).max_by { |i| way.from(from, i) }
            furthest if way.from(from, furthest) > TURNED_SIGMAS * way.sigma
          end
          private_class_method :turned_back

          # So many samples that noise cannot pass for the beginning of the descent.
          def self.noise_step(analysis, rate)
            per_sample = BEGIN_SHARE * rate * analysis.time_axis.typical_interval_seconds
            per_sample.positive? ? (3 * analysis.noise_newtons / per_sample).ceil.clamp(1, 400) : 1
          end
          private_class_method :noise_step

          # What was carried just before.
          def self.before(analysis, index)
            part = analysis.clean[[index - BEFORE_SAMPLES, 0].max..[index - 1, 0].max]
            part.sum / part.size
          end
          private_class_method :before

          def self.finding(analysis, index)
            Finding.new(kind: :release, at_seconds: analysis.time_axis[index], force_newtons: before(analysis, index),
                        because: "the force was taken off smoothly: nothing broke here", extra: { sample: index })
          end
          private_class_method :finding
        end
      end
    end
  end
end
