# frozen_string_literal: true

module MildAnvil
  module Core
    module Curve
      module Doubts
        # Something broke, or somebody let go.
        module Breaks
          NEAR = 1.5 # times the limit between sudden and progressive, above or below
          LOW_SHARE = 0.45 # of the peak

          def self.of(finding, analysis)
            return released(analysis) if finding.kind == :release

            seconds = finding.extra[:fall_seconds]
            limit = Findings::Break::SUDDEN_SECONDS
            near = seconds&.between?(limit / NEAR, limit * NEAR)
            Doubts.doubt("likely", too_far(analysis),
                         finding.extra[:speed] == "unknown") +
              Doubts.doubt("likely", format("%.2g s is near the limit of %g s", seconds || 0.0, limit), near) +
              Doubts.doubt("look", "it began below half of the peak: an earlier fall may be the break",
                           finding.force_newtons < LOW_SHARE * analysis.peak_newtons)
          end

          def self.too_far(analysis)
            return "no times tell sudden from progressive" unless analysis.recording.timed?

            "the samples are too far apart to tell sudden from progressive"
          end
          private_class_method :too_far

          def self.released(analysis)
            Doubts.doubt("likely", "no displacement shows that it went back", analysis.travel.nil?)
          end
          private_class_method :released
        end
      end
    end
  end
end
