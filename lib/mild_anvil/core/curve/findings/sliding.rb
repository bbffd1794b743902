# frozen_string_literal: true

module MildAnvil
  module Core
    module Curve
      module Findings
        # A force that goes on while the displacement does: where sliding begins, its mean, and the range of stick and
        # slip.
        module Sliding
          POSITION = 82
          LEAST_TRAVEL_SHARE = 0.2 # of the whole displacement
          FALLS_SHARE = 0.25 # from the median of the first third to that of the last
          PART_SHARE = 0.33
          LIMITS = [0.02, 0.98].freeze

          # @return [Array<Finding>] behind the peak only, and only where something still carries
          def self.find(analysis)
            travel = analysis.travel
            residual = travel && analysis.of(Residual).find { |f| f.force_newtons && f.extra[:carries] } or return []
            from, stop = [residual.at_seconds, residual.until_seconds].map do |t|
              analysis.time_axis.index_at(t).clamp(0, analysis.clean.size - 1)
            end
            return [] if travel.from(from, stop) < LEAST_TRAVEL_SHARE * travel.from(0, stop)
            return [] if falling_away?(analysis, from, stop) || parts?(analysis, from, stop)

            [finding(analysis, from, stop)]
          end

          # A saw-tooth that goes down is one part after the other letting go.
          def self.falling_away?(analysis, from, stop)
            third = (stop - from) / 3
            return false if third < 1

            early, late = [from, stop - third].map { |at| Rest.median(analysis.clean[at, third]) }
            early - late > FALLS_SHARE * early
          end
          private_class_method :falling_away?

          # Stick and slip keeps its level; what loses a third of it at once has lost a part.
          def self.parts?(analysis, from, stop)
            inside = analysis.falls.select { |f| f.material? && f.top >= from && f.bottom <= stop }
            inside.any? { |f| f.drop_share > PART_SHARE }
          end
          private_class_method :parts?

          def self.finding(analysis, from, stop)
            sorted = analysis.clean[from..stop].sort
            low, high = LIMITS.map { |share| sorted[(share * (sorted.size - 1)).round] }
            start = onset(analysis, from, high)
            Finding.new(kind: :sliding, at_seconds: analysis.time_axis[start], until_seconds: analysis.time_axis[stop],
                        force_newtons: sorted.sum / sorted.size,
                        because: "the displacement goes on under a force that neither rises nor falls away",
                        extra: { onset_newtons: analysis.smooth(start), mean_newtons: sorted.sum / sorted.size,
                                 low_newtons: low, high_newtons: high,
                                 travel_metres: analysis.travel.from(start, stop) })
          end
          private_class_method :finding

          # From the settled stretch back to where the force came down into its range.
          def self.onset(analysis, from, high)
            from -= 1 while from > analysis.peak_index && analysis.smooth(from - 1) <= high
            from
          end
          private_class_method :onset
        end
      end
    end
  end
end
