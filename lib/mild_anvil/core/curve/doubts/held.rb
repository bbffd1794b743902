# frozen_string_literal: true

module MildAnvil
  module Core
    module Curve
      module Doubts
        # A hold that is short, or whose verdict is near.
        module Held
          SHORT_SECONDS = 3.0
          NEAR_SECONDS = 1.0
          NEAR_SHARE = 0.02 # of the time that was wanted

          def self.of(finding, analysis)
            seconds = finding.extra[:seconds]
            Doubts.doubt("likely", format("%.2g s is short for a hold", seconds), seconds < SHORT_SECONDS) +
              Doubts.doubt("likely", "no displacement shows that the machine stood", unseen?(analysis)) +
              unseen(finding.extra[:unseen_seconds]) + verdict(finding.extra[:target]) + force(finding.extra[:target],
                                                                                               analysis)
          end

          def self.unseen(seconds)
            Doubts.doubt("look", format("nobody saw %.3g s of it: what was not seen was not held", seconds),
                         seconds.positive?)
          end
          private_class_method :unseen

          def self.unseen?(analysis) = analysis.travel.nil? && !analysis.staircase?
          private_class_method :unseen?

          # A verdict that hangs on less than the noise of one reading.
          def self.force(target, analysis)
            return [] if target.nil?

            off = target[:lowest_above_limit_newtons]
            Doubts.doubt("look", "its lowest lies within the noise of the limit: look at the force",
                         off.abs < analysis.noise_newtons)
          end
          private_class_method :force

          def self.verdict(target)
            return [] if target.nil?

            off = (target[:seconds_at_or_above] - target[:wanted_seconds]).abs
            near = off < [NEAR_SECONDS, NEAR_SHARE * target[:wanted_seconds]].max
            Doubts.doubt("look", format("%.2g s from what was wanted: look where it began and ended", off), near)
          end
          private_class_method :verdict
        end
      end
    end
  end
end
