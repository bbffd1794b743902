# frozen_string_literal: true

module MildAnvil
  module Core
    module Curve
      module Findings
        # What is still carried from half a second after the break, or after the great fall behind the peak; and how
        # long.
        module Residual
          POSITION = 50
          AFTER_SECONDS = 0.5
          CARRIES_SHARE = 0.05
          # Where no break was, a fall by so much of the peak leaves a residual; its last two thirds are settled.
          GREAT_SHARE = 0.3
          SETTLED_FROM = 1.0 / 3

          # @return [Array<Finding>]
          def self.find(analysis)
            return [] if analysis.staircase? || analysis.steady?

            broken = analysis.of(Break).first
            broken ? after_break(analysis, broken) : after_fall(analysis)
          end

          def self.after_break(analysis, broken)
            from = analysis.time_axis.index_at(broken.at_seconds + AFTER_SECONDS)
            return [unknown(analysis)] if from >= analysis.clean.size

            [carried(analysis, from, analysis.clean.size - 1)]
          end
          private_class_method :after_break

          def self.after_fall(analysis)
            axis = analysis.time_axis
            stop = let_off(analysis) || (analysis.clean.size - 1)
            from = axis.index_at(axis[analysis.peak_index] + ((axis[stop] - axis[analysis.peak_index]) * SETTLED_FROM))
            return [] if axis[stop] - axis[from] < AFTER_SECONDS

            found = carried(analysis, from, stop)
            found.force_newtons <= (1 - GREAT_SHARE) * analysis.peak_newtons ? [found] : []
          end
          private_class_method :after_fall

          # Where the load was taken off to nothing: what went down by itself to what it carries was not.
          def self.let_off(analysis)
            samples = analysis.of(Release).map { |f| f.extra[:sample] }.select { |i| i > analysis.peak_index }
            to_rest = analysis.descents.select(&:to_rest).map(&:first)
            (samples & to_rest).first || (samples.first if analysis.travel)
          end
          private_class_method :let_off

          def self.carried(analysis, from, stop)
            rest = analysis.clean[from..stop].sort
            level = rest[rest.size / 2]
            carries = level > CARRIES_SHARE * analysis.peak_newtons
            Finding.new(kind: :residual, at_seconds: analysis.time_axis[from], until_seconds: analysis.time_axis[stop],
                        force_newtons: level,
                        because: if carries
                                   "median of what follows: it still carries"
                                 else
                                   "median of what follows: it " \
                                     "let go"
                                 end,
                        extra: { carries: carries, share_of_peak: level / analysis.peak_newtons,
                                 seconds: analysis.time_axis[stop] - analysis.time_axis[from] })
          end
          private_class_method :carried

          def self.unknown(analysis)
            timed = analysis.recording.timed?
            ends = timed ? "ends within #{AFTER_SECONDS} s of the break" : "has no reading after the break"
            Finding.new(kind: :residual, at_seconds: analysis.time_axis.end_seconds, force_newtons: nil,
                        extra: { carries: nil }, because: "the recording #{ends}: unknown")
          end
          private_class_method :unknown
        end
      end
    end
  end
end
