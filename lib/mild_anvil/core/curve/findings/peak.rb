# frozen_string_literal: true

module MildAnvil
  module Core
    module Curve
      module Findings
        # The highest force, spikes set aside, with what the sampling can have missed.
        module Peak
          POSITION = 30
          RATE_SAMPLES = 10

          # Method: bound on what was missed = rate of loading before the peak x sampling interval.
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

          def self.missed_newtons(analysis, top)
            from = [top - RATE_SAMPLES, 0].max
            span = analysis.time_axis[top] - analysis.time_axis[from]
            return 0.0 unless span.positive?

            rate = (analysis.net[top] - analysis.net[from]) / span
            [rate, 0.0].max * analysis.time_axis.typical_interval_seconds
          end
          private_class_method :missed_newtons

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
