# frozen_string_literal: true

module MildAnvil
  module Core
    module Curve
      module Findings
        # The highest force, spikes set aside, with what the sampling can have missed.
        module Peak
          POSITION = 30
          BROKE_SHARE = 0.05
          EDGE = 3 # samples from the end of a stretch

          def self.find(analysis)
            top = analysis.peak_index
            faults = faults(analysis, top)
            [Finding.new(kind: :peak, at_seconds: analysis.time_axis[top], force_newtons: analysis.clean[top],
                         because: because(analysis, faults),
                         extra: { sample: top, missed_newtons: missed_newtons(analysis, top), lower_bound: faults.any?,
                                  sampling_hertz: hertz(analysis),
                                  spikes_seconds: analysis.spikes.map { |i| analysis.time_axis[i] } })]
          end

          # Where the cell was at its end, frozen or gone, the peak is no less than what was read. The highest reading
          # may lie before the stretch at the cell's end: noise touches it first.
          def self.faults(analysis, top)
            analysis.of(Condition).select do |f|
              f.kind == :saturated || (f.extra[:sample] <= top + 1 && f.extra[:last_sample] >= top - 1)
            end
          end
          private_class_method :faults

          def self.because(analysis, faults)
            return "#{faults.first.because}, so this is a lower bound" if faults.any?

            spikes = analysis.spikes.size
            return "highest reading" if spikes.zero?

            "highest reading; #{spikes} #{spikes == 1 ? 'spike' : 'spikes'} of one sample set aside"
          end
          private_class_method :because

          # What can lie between two samples: the line that led up and the line that leads down meet no higher than this
          # above the highest reading; before a break, the line that led up goes on for one interval.
          def self.missed_newtons(analysis, top)
            up, down = slopes(analysis.segments.all, top)
            interval = analysis.time_axis.typical_interval_seconds
            return up * interval if down.nil? || down.infinite?

            up.zero? ? 0.0 : up * down / (up + down) * interval
          end
          private_class_method :missed_newtons

          # @return [Array(Float, Float)] newtons per second up to the peak and down from it; nil at the recording's end
          def self.slopes(segments, top)
            at = segments.index { |s| top <= s.last }
            at -= 1 if at.positive? && segments[at].kind == :falling # its first sample is the peak
            here = segments[at]
            return both(here, segments[at + 1]) if here.last - top < EDGE
            return both(segments[at - 1], here) if at.positive? && top - here.first < EDGE

            [here.newtons_per_second.abs] * 2
          end
          private_class_method :slopes

          def self.both(before, after)
            [[before.newtons_per_second, 0.0].max,
             after && (broke?(before, after) ? Float::INFINITY : [-after.newtons_per_second, 0.0].max)]
          end
          private_class_method :both

          # Down in a fall, or between two samples.
          def self.broke?(before, after)
            after.kind == :falling || before.to_newtons - after.from_newtons > BROKE_SHARE * before.to_newtons
          end
          private_class_method :broke?

          def self.hertz(analysis)
            interval = analysis.time_axis.typical_interval_seconds
            interval.positive? ? 1 / interval : nil
          end
          private_class_method :hertz
        end
      end
    end
  end
end
