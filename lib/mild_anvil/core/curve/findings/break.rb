# frozen_string_literal: true

module MildAnvil
  module Core
    module Curve
      module Findings
        # The final fall: below 40 % of the peak and not by unloading; sudden, progressive or unknown.
        module Break
          POSITION = 40
          GONE_SHARE = 0.4
          HIGH_SHARE = 0.9
          LOW_SHARE = 0.2
          MIDDLE_SHARE = 0.3
          # What still carries so long behind the fall is a residual, not the end of a fall.
          CARRIES_SECONDS = 0.5
          RISES_SHARE = 0.05 # of the peak
          # From the last 90 % to the first 20 % of the peak. docs/decisions/0004 says why not 0.1 s.
          SUDDEN_SECONDS = 0.2
          # Stamps farther apart than this cannot tell sudden from progressive.
          COARSE_SECONDS = 0.1
          # The rate of fall is taken over this time, or one sample; below this share of the steepest the fall has not
          # begun.
          RATE_SECONDS = 0.002
          STEEP_SHARE = 0.1
          SEEN_SIGMAS = 12
          SEEN_STEPS = 4 # of the display: a single one is as steep wherever it comes
          STEEP_LINE_SHARE = 0.25

          def self.find(analysis)
            net = analysis.clean
            peak = net[analysis.peak_index]
            gone = gone_index(analysis)
            return [] if gone.nil? || analysis.staircase? || analysis.steady?

            return [] if analysis.descents.any? { |one| one.cover?(gone) } || carries_on?(analysis, gone)

            [broken(analysis, start_of_fall(analysis, gone), peak)]
          end

          # What goes on carrying between both limits until it is let go, or until the file ends, did not break.
          def self.carries_on?(analysis, gone)
            net = analysis.clean
            peak = net[analysis.peak_index]
            low = (gone...net.size).find { |i| net[i] <= LOW_SHARE * peak }
            return carried_to_the_end?(analysis, gone) if low.nil?

            high = (low - 1).downto(analysis.peak_index).find { |i| net[i] >= MIDDLE_SHARE * peak }
            !high.nil? && high >= gone && analysis.descents.any? { |one| one.cover?(low) }
          end
          private_class_method :carries_on?

          # Long enough, or going up again.
          def self.carried_to_the_end?(analysis, gone)
            left = analysis.clean[gone..]
            analysis.time_axis.end_seconds - analysis.time_axis[gone] >= CARRIES_SECONDS ||
              left.last - left.min >= RISES_SHARE * analysis.peak_newtons
          end
          private_class_method :carried_to_the_end?

          # The first sample after the force was at 40 % of the peak for the last time: a dip of stick and slip is no
          # break.
          def self.gone_index(analysis)
            top = analysis.peak_index
            gate = GONE_SHARE * analysis.clean[top]
            last = analysis.clean.size - 1
            loop do
              last = PackedSearch.walk(analysis.packed, last, top, high: gate.prev_float)
              break if last <= top || analysis.clean[last - 1] >= gate

              last -= 1
            end
            last + 1 if last + 1 < analysis.clean.size
          end
          private_class_method :gone_index

          # Back up the steep part of the last fall to where it began: a slow decline before it is not the break.
          def self.start_of_fall(analysis, gone)
            top = top_of_fall(analysis, gone)
            width = [(RATE_SECONDS / analysis.time_axis.typical_interval_seconds).round, 1].max
            drop = drops(analysis.clean, width)
            steepest = ([top + 1, gone].min..gone).max_by(&drop)
            seen = [SEEN_SIGMAS * analysis.noise_newtons, SEEN_STEPS * (analysis.step_newtons || 0.0)].max
            return knee(analysis, top, gone) if drop.call(steepest) < seen

            gate = [STEEP_SHARE * drop.call(steepest), 3 * analysis.sigma_newtons].max
            index = steepest
            index -= 1 while index > top && drop.call(index) >= gate
            ([index - width, top].max..steepest).max_by { |i| analysis.clean[i] }
          end
          private_class_method :start_of_fall

          def self.drops(forces, width) = ->(i) { forces[[i - width, 0].max] - forces[i] }
          private_class_method :drops

          # Where noise hides how steep single samples are: where the first steep line of the fall begins.
          def self.knee(analysis, top, gone)
            falling = analysis.segments.all.select { |s| s.last > top && s.first <= gone && s.change_newtons.negative? }
            steepest = falling.map { |s| -s.newtons_per_second }.max or return top
            first = falling.find { |s| -s.newtons_per_second >= STEEP_LINE_SHARE * steepest }
            [first.first, top].max
          end
          private_class_method :knee

          # Where the fall began in which the force went below the limit for good.
          def self.top_of_fall(analysis, gone)
            fall = analysis.falls.find { |f| gone.between?(f.top, f.bottom) }
            fall ? fall.top : analysis.peak_index
          end
          private_class_method :top_of_fall

          def self.broken(analysis, start, peak)
            kind, seconds = speed(analysis, peak)
            took = seconds ? "#{format('%.2g', seconds)} s" : "an unknown time"
            took = analysis.recording.timed? ? " in #{took}" : ""
            fall = format("from %<high>g %% to %<low>g %% of the peak", high: HIGH_SHARE * 100, low: LOW_SHARE * 100)
            Finding.new(kind: :break, at_seconds: analysis.time_axis[start], force_newtons: analysis.clean[start],
                        because: "#{kind}: #{fall}#{took}",
                        extra: { speed: kind, fall_seconds: seconds, sample: start })
          end
          private_class_method :broken

          # @return [Array(String, Float)] "sudden", "progressive" or "unknown", and the seconds it took
          def self.speed(analysis, peak)
            net = analysis.clean
            low = (analysis.peak_index...net.size).find { |i| net[i] <= LOW_SHARE * peak }
            return ["unknown", nil] if low.nil? || !analysis.recording.timed?

            high = low
            high -= 1 while net[high] < HIGH_SHARE * peak && high > analysis.peak_index
            seconds = analysis.time_axis[low] - analysis.time_axis[high]
            interval = analysis.time_axis.typical_interval_seconds
            return ["unknown", seconds] if interval > COARSE_SECONDS * 1.001 && seconds <= 3 * interval

            [seconds <= SUDDEN_SECONDS ? "sudden" : "progressive", seconds]
          end
        end
      end
    end
  end
end
