# frozen_string_literal: true

module MildAnvil
  module Core
    module Curve
      module Findings
        # Where the curve leaves its stiffness line by an offset: 0.2 % of the gauge length, or a length.
        module Yield
          POSITION = 65
          GAUGE_SHARE = 0.002
          USUAL_METRES = 0.0002 # where no gauge length is known
          USUAL_RADIANS = 0.035 # two degrees
          LINES_METRES = [0.0001, 0.0002, 0.0005, 0.001].freeze
          # The proportional limit: off the line by more than the noise, and by this share of the way to the peak.
          LEAVING_SHARE = 0.0003
          LEAVING_SIGMAS = 4
          SMOOTHED = 3

          # @return [Array<Finding>] none without a displacement, or when the curve breaks before it leaves the line
          def self.find(analysis)
            stiffness = analysis.of(Stiffness).first or return []
            off = deviations(analysis, stiffness)
            offset = offset(analysis)
            at = crossing(analysis, off, offset) or return []
            unit = analysis.travel.channel.role == "angle" ? "°" : "mm"
            [Finding.new(kind: :yield, at_seconds: analysis.time_axis[at[:sample]], force_newtons: at[:newtons],
                         because: "off the stiffness line by #{format('%.3g', offset * scale(analysis))} #{unit}",
                         extra: { sample: at[:sample], offset_metres: offset,
                                  proportional_limit_newtons: proportional(analysis, off),
                                  lines: LINES_METRES.filter_map { |metres| line(analysis, off, metres) } })]
          end

          def self.offset(analysis)
            settings = analysis.settings
            return settings.yield_offset_metres if settings.yield_offset_metres
            return GAUGE_SHARE * settings.gauge_length_metres if settings.gauge_length_metres

            analysis.travel.channel.role == "angle" ? USUAL_RADIANS : USUAL_METRES
          end
          private_class_method :offset

          def self.scale(analysis) = analysis.travel.channel.role == "angle" ? 180 / Math::PI : 1000.0
          private_class_method :scale

          # How far each sample of the first loading lies off the line, smoothed, from the line's own window upwards.
          def self.deviations(analysis, stiffness)
            slope, intercept, from = stiffness.extra.values_at(:newtons_per_metre, :intercept_newtons, :from_newtons)
            samples = analysis.virgin_branch.indices.drop_while { |i| analysis.clean[i] < from }
            raw = samples.map { |i| analysis.travel[i] - ((analysis.clean[i] - intercept) / slope) }
            samples.zip(smoothed(raw))
          end
          private_class_method :deviations

          # Means over each value and its neighbours, from the sums up to each.
          def self.smoothed(raw)
            sums = raw.each_with_object([0.0]) { |value, sums| sums << (sums.last + value) }
            last = raw.size
            raw.each_index.map do |i|
              from = i < SMOOTHED ? 0 : i - SMOOTHED
              to = i + SMOOTHED >= last ? last : i + SMOOTHED + 1
              (sums[to] - sums[from]) / (to - from)
            end
          end
          private_class_method :smoothed

          def self.crossing(analysis, off, metres)
            last = # from there on it stays off: a strand that pops does not
              off.rindex do |_, deviation|
                deviation < metres
              end
            at = last.nil? ? 0 : last + 1
            return if at >= off.size

            return if at.zero?

            (before, low), (after, high) = off[at - 1], off[at]
            share = high > low ? (metres - low) / (high - low) : 0.0
            { sample: after,
              newtons: analysis.smooth(before) + (share.clamp(0,
                                                              1) * (analysis.smooth(after) - analysis.smooth(before))) }
          end
          private_class_method :crossing

          def self.line(analysis, off, metres)
            return if analysis.travel.channel.role == "angle"

            crossing(analysis, off, metres)&.then { |at| { offset_metres: metres, force_newtons: at[:newtons] } }
          end
          private_class_method :line

          # The last sample that still lies on the line.
          def self.proportional(analysis, off)
            noise = Math.hypot(analysis.travel.sigma,
                               analysis.noise_newtons / analysis.of(Stiffness).first.extra[:newtons_per_metre])
            gate = [LEAVING_SIGMAS * noise / Math.sqrt((2 * SMOOTHED) + 1),
                    LEAVING_SHARE * analysis.travel.from(analysis.loading_start, analysis.peak_index)].max
            on = off.rindex { |_, deviation| deviation <= gate }
            on && analysis.smooth(off[on].first)
          end
          private_class_method :proportional
        end
      end
    end
  end
end
