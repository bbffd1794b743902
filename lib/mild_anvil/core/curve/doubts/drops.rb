# frozen_string_literal: true

module MildAnvil
  module Core
    module Curve
      module Doubts
        # Falls near the share that makes them a failure, near the noise, or between two samples.
        module Drops
          NEAR_SHARE = 0.01 # of the level, from the limit of 5 %
          NOISY_SIGMAS = 9.5
          CLEAR_SIGMAS = 14
          SLOW_SECONDS = 0.045 # from sample to sample: a slip and a failure look alike
          SMALL_SHARE = 0.08 # of the peak, for a later one

          def self.of(finding, analysis)
            return later(finding, analysis) if finding.kind == :later_peak

            drop = finding.force_newtons - finding.extra[:after_newtons]
            share = finding.extra[:drop_share]
            near = (share - Findings::FirstFailure::SHARE).abs < NEAR_SHARE
            Doubts.doubt("likely", format("a fall of %.1f %%, near the limit of 5 %%", 100 * share), near) +
              noise(drop / [analysis.noise_newtons, Float::MIN].max) +
              kind(finding, analysis)
          end

          # A fall is told from 8 sigma on, the extremes of noise among many rows.
          def self.noise(sigmas)
            words = format("%.0f times the noise of one reading", sigmas)
            Doubts.doubt("look", words, sigmas < NOISY_SIGMAS) + Doubts.doubt("likely", words, sigmas < CLEAR_SIGMAS)
          end
          private_class_method :noise

          def self.kind(finding, analysis)
            slow = analysis.time_axis.typical_interval_seconds > SLOW_SECONDS
            Doubts.doubt("likely", "the samples are too far apart to tell a slip from a failure", slow) +
              Doubts.doubt("likely", "no displacement shows whether it slid",
                           finding.kind == :slip && !finding.extra[:certain])
          end
          private_class_method :kind

          def self.later(finding, analysis)
            small = Findings::LaterPeaks.rise(analysis, finding.extra[:sample]) < SMALL_SHARE * analysis.peak_newtons
            Doubts.doubt("look", "it rises little above the valley before it", small)
          end
          private_class_method :later
        end
      end
    end
  end
end
