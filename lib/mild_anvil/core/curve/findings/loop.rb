# frozen_string_literal: true

module MildAnvil
  module Core
    module Curve
      module Findings
        # The area between loading and unloading, the set that stays, and the highest minus the settled force.
        module Loop
          POSITION = 76
          BACK_SIGMAS = 4
          BACK_SHARE = 0.002 # of the way up

          # @return [Array<Finding>] one for each cycle that is shown, and for each pull that was taken off again
          def self.find(analysis)
            return [] if analysis.travel.nil? || analysis.recording.main.role == "torque"

            spans = analysis.cycles ? cycles(analysis) : attempts(analysis)
            stops = spans.drop(1).map { |span| span[1] } + [analysis.clean.size - 1]
            sets = spans.zip(stops).map { |(_, top, finish), stop| set(analysis, top, finish, stop) }
            unloaded = unloaded(analysis, spans.first, sets.first)
            spans.zip(sets).map { |span, set| finding(analysis, *span, set, unloaded) }
          end

          # Where the travel stood before anything pulled; where that was not recorded, by how far the way back of the
          # first loading lies from its way up.
          def self.unloaded(analysis, span, set)
            return analysis.travel.around(0) if analysis.quiet || span.nil?

            apart = Branches.new(analysis, span[1], span[2]).apart
            apart ? set - apart : analysis.travel.around(0)
          end
          private_class_method :unloaded

          def self.cycles(analysis)
            group = analysis.cycles
            whole = group.cycles.select(&:whole)
            shown = whole.size <= Cycle::MOST_SHOWN ? whole : [whole.first, whole.last]
            shown.map { |c| [c.start, c.top, settled(analysis, c.bottom)] }
          end
          private_class_method :cycles

          # Each time the load was taken off to rest, from where it came on; from the first sample where the recording
          # starts under load.
          def self.attempts(analysis)
            starts = analysis.of(TakeUp).map { |f| f.extra[:sample] }
            analysis.of(Release).map { |f| f.extra[:sample] }.filter_map do |sample|
              descent = analysis.descents.find { |one| one.first == sample }
              next unless descent.to_rest

              start = starts.reverse.find { |at| at < sample } || 0
              top = (start..sample).max_by { |i| analysis.clean[i] }
              [start, top, settled(analysis, descent.last)]
            end
          end
          private_class_method :attempts

          # From the turning point of noise at rest back to where the force came to rest.
          def self.settled(analysis, bottom)
            gate = [analysis.clean[bottom] + (Analysis::REST_SIGMAS * analysis.noise_newtons),
                    0.005 * analysis.peak_newtons].max
            bottom -= 1 while bottom.positive? && analysis.clean[bottom - 1] <= gate
            bottom
          end
          private_class_method :settled

          def self.finding(analysis, start, top, finish, set, unloaded)
            whole = start.positive? || !analysis.quiet.nil?
            Finding.new(kind: :loop, at_seconds: analysis.time_axis[start], until_seconds: analysis.time_axis[finish],
                        force_newtons: analysis.clean[top],
                        because: WORDS.fetch(whole ? :whole : :cut),
                        extra: { highest_minus_settled_newtons: settling(analysis, top),
                                 **(whole ? work(analysis, start, top, finish) : UNKNOWN),
                                 **way(analysis, top, set, whole, unloaded) })
          end
          private_class_method :finding

          WORDS = { whole: "from rest up and down to rest again",
                    cut: "down to rest; the recording starts under load" }.freeze
          UNKNOWN = { loop_joules: nil, into_joules: nil, back_joules: nil, loss_share: nil }.freeze
          private_constant :UNKNOWN, :WORDS

          def self.work(analysis, start, top, finish)
            into = Energy.path(analysis, start, top)
            back = -Energy.path(analysis, top, finish)
            { loop_joules: into - back, into_joules: into, back_joules: back,
              loss_share: into.positive? ? (into - back) / into : nil }
          end
          private_class_method :work

          # Where the recording starts under load, nothing shows where the travel was without it: the set is unknown.
          def self.way(analysis, top, set, whole, unloaded)
            highest = analysis.travel.around(top, 1)
            origin = whole ? origin(analysis) : analysis.travel.around(0)
            { set_metres: whole ? set - origin : nil,
              end_displacement_metres: set - unloaded,
              highest_displacement_metres: highest - origin }
          end
          private_class_method :way

          # The displacement at which the load first came on; slack before it is no set.
          def self.origin(analysis) = analysis.travel[analysis.quiet&.last || 0]
          private_class_method :origin

          # Where the travel stops going back: a soft toe goes on under next to no force. Of what is travelled until the
          # next highest force, the readings that lie as far back as their noise tells apart.
          def self.set(analysis, top, from, stop)
            way = analysis.travel.values[from..[stop, from].max]
            sorted = way.sort
            least = sorted[sorted.size / 50]
            slack = [BACK_SIGMAS * analysis.travel.sigma, BACK_SHARE * (analysis.travel[top] - least)].max
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
