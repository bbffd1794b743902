# frozen_string_literal: true

module MildAnvil
  module Core
    module Curve
      module Findings
        # The area between loading and unloading, the set that stays, and the highest minus the settled force.
        module Loop
          POSITION = 76
          BACK_SIGMAS = 4
          LEAVES_SIGMAS = 8 # above which the next loading has begun
          BACK_SHARE = 0.002 # of the whole way

          # @return [Array<Finding>] one for each cycle that is shown, and for each pull that was taken off again
          def self.find(analysis)
            return [] if analysis.travel.nil? || analysis.recording.main.role == "torque"

            spans = analysis.cycles ? cycles(analysis) : attempts(analysis)
            spans.map { |start, top, finish| finding(analysis, start, top, finish) }
          end

          def self.cycles(analysis)
            group = analysis.cycles
            shown = group.count <= Cycle::MOST_SHOWN ? group.cycles : [group.cycles.first, group.cycles.last]
            shown.map { |c| [c.start, c.top, settled(analysis, c.bottom)] }
          end
          private_class_method :cycles

          def self.attempts(analysis)
            starts = analysis.of(TakeUp).map { |f| f.extra[:sample] }
            analysis.falls.select { |f| f.kind == :unloading && rest?(analysis, f.bottom) }.filter_map do |fall|
              later = starts.bsearch_index { |start| start > fall.top } || starts.size
              [starts[later - 1], fall.top, settled(analysis, fall.bottom)] if later.positive?
            end
          end
          private_class_method :attempts

          def self.rest?(analysis, sample) = analysis.clean[sample] <= Segments::REST_SHARE * analysis.peak_newtons
          private_class_method :rest?

          # From the turning point of noise at rest back to where the force came to rest.
          def self.settled(analysis, bottom)
            gate = [analysis.clean[bottom] + (Analysis::REST_SIGMAS * analysis.noise_newtons),
                    0.005 * analysis.peak_newtons].max
            bottom -= 1 while bottom.positive? && analysis.clean[bottom - 1] <= gate
            bottom
          end
          private_class_method :settled

          def self.finding(analysis, start, top, finish)
            into = Energy.path(analysis, start, top)
            back = -Energy.path(analysis, top, finish)
            Finding.new(kind: :loop, at_seconds: analysis.time_axis[start], until_seconds: analysis.time_axis[finish],
                        force_newtons: analysis.clean[top],
                        because: "from rest up and down to rest again",
                        extra: { highest_minus_settled_newtons: settling(analysis, top), loop_joules: into - back,
                                 into_joules: into, back_joules: back,
                                 loss_share: into.positive? ? (into - back) / into : nil,
                                 set_metres: set(analysis, finish) - origin(analysis),
                                 end_displacement_metres: set(analysis, finish) - analysis.travel.around(0),
                                 highest_displacement_metres: analysis.travel.around(top, 1) - origin(analysis) })
          end
          private_class_method :finding

          # The displacement at which the load first came on; slack before it is no set.
          def self.origin(analysis) = analysis.travel[analysis.quiet&.last || 0]
          private_class_method :origin

          # Where the travel stops going back: a soft toe goes on under next to no force. Of what is travelled until the
          # next loading, the readings that lie as far back as their noise tells apart.
          def self.set(analysis, from)
            gate = [Segments::REST_SHARE * analysis.peak_newtons, LEAVES_SIGMAS * analysis.noise_newtons].max
            stop = PackedSearch.walk(analysis.packed, from, analysis.clean.size, high: gate)
            way = analysis.travel.values[from...[stop, from + 1].max]
            sorted = way.sort
            least = sorted[sorted.size / 50]
            slack = [BACK_SIGMAS * analysis.travel.sigma, BACK_SHARE * (analysis.travel.values.max - least)].max
            median(way.select { |at| at <= least + slack })
          end
          private_class_method :set

          def self.median(values)
            sorted = values.sort
            sorted[sorted.size / 2]
          end
          private_class_method :median

          def self.settling(analysis, top)
            hold = analysis.of(Hold).find do |f|
              f.extra[:sample] <= top + Hold::EDGE &&
                f.until_seconds >= analysis.time_axis[top]
            end
            hold && (analysis.clean[top] - hold.extra[:end_newtons])
          end
          private_class_method :settling
        end
      end
    end
  end
end
