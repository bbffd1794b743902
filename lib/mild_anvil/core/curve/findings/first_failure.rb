# frozen_string_literal: true

module MildAnvil
  module Core
    module Curve
      module Findings
        # The first local maximum followed by a fall of at least 5 % that is no slip; and each further one before the
        # peak.
        module FirstFailure
          POSITION = 36
          SHARE = 0.05
          STROKE_SHARE = 0.9 # of the torque is gone

          # @return [Array<Finding>] :first_failure, then :partial_failure; none where the only failure is the break
          #   itself
          def self.find(analysis)
            first, *further = failures(analysis) unless analysis.staircase? || analysis.steady?
            return [] if first.nil?

            # The fall from the peak itself is told by the peak.
            further.reject! { |f| f.top == analysis.peak_index }
            [finding(analysis, first, :first_failure), *further.map { |f| finding(analysis, f, :partial_failure) }]
          end

          def self.failures(analysis)
            broken = analysis.of(Break).first&.extra&.fetch(:sample)
            slips = Set.new.compare_by_identity.merge(Slip.slips(analysis))
            analysis.falls.select do |f|
              f.material? && f.drop_share >= SHARE && f.top <= analysis.peak_index &&
                !slips.include?(f) && !ends?(f, broken) && !stroke?(analysis, f)
            end
          end

          # A hand that lets the key go between two turns, and goes on above that.
          def self.stroke?(analysis, fall)
            analysis.recording.main.role == "torque" && !fall.recovers.nil? && fall.drop_share >= STROKE_SHARE
          end
          private_class_method :stroke?

          # The fall that is the break, or ends in it.
          def self.ends?(fall, broken) = broken && broken >= fall.top && broken <= fall.bottom
          private_class_method :ends?

          def self.finding(analysis, fall, kind)
            took = analysis.recording.timed? ? format(" in %.2g s", fall.seconds) : ""
            Finding.new(kind: kind, at_seconds: analysis.time_axis[fall.top], force_newtons: fall.level,
                        because: format("%s maximum followed by a fall of %.1f %%%s",
                                        kind == :first_failure ? "first" : "a further", 100 * fall.drop_share, took),
                        extra: { sample: fall.top, after_newtons: analysis.clean[fall.bottom],
                                 drop_share: fall.drop_share, fall_seconds: fall.seconds })
          end
          private_class_method :finding
        end
      end
    end
  end
end
