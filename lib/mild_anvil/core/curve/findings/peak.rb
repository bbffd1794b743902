# frozen_string_literal: true

module MildAnvil
  module Core
    module Curve
      module Findings
        # The highest force, spikes set aside, with what the sampling can have missed.
        module Peak
          POSITION = 30
          # The same highest reading this often in a row means that the cell or its input was at its end.
          STUCK = 5
          RATE_SAMPLES = 10

          # Method: bound on what was missed = rate of loading before the peak x sampling interval.
          def self.find(analysis)
            top = analysis.peak_index
            bound = missed_newtons(analysis, top)
            stuck = stuck_samples(analysis.readings, top)
            [Finding.new(kind: :peak, at_seconds: analysis.time_axis[top], force_newtons: analysis.net[top], because: because(analysis, stuck),
                         extra: { sample: top, missed_newtons: bound, lower_bound: stuck >= STUCK, sampling_hertz: hertz(analysis),
                                  spikes_seconds: analysis.spikes.map { |i| analysis.time_axis[i] } })]
          end

          def self.because(analysis, stuck)
            return "the same highest reading #{stuck} times in a row: the cell was at its end, so this is a lower bound" if stuck >= STUCK

            spikes = analysis.spikes.size
            return "highest reading" if spikes.zero?

            "highest reading; #{spikes} #{spikes == 1 ? 'spike' : 'spikes'} of one sample set aside"
          end
          private_class_method :because

          def self.missed_newtons(analysis, top)
            from = [top - RATE_SAMPLES, 0].max
            span = analysis.time_axis[top] - analysis.time_axis[from]
            return 0.0 unless span.positive?

            rate = (analysis.net[top] - analysis.net[from]) / span
            [rate, 0.0].max * analysis.time_axis.typical_interval_seconds
          end
          private_class_method :missed_newtons

          def self.stuck_samples(readings, top)
            count = 1
            count += 1 while readings[top + count] && (readings[top + count] - readings[top]).zero?
            quantized_by_noise?(readings, top, count) ? 1 : count
          end
          private_class_method :stuck_samples

          # A slow pull with a coarse step repeats readings everywhere; only where the neighbourhood moves is a run strange.
          def self.quantized_by_noise?(readings, top, count)
            around = readings[[top - (4 * count), 0].max...top]
            around.size < 2 || around.each_cons(2).count { |a, b| (b - a).zero? } > around.size / 3
          end
          private_class_method :quantized_by_noise?

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
