# frozen_string_literal: true

module MildAnvil
  module Core
    module Curve
      module Findings
        # Each maximum after the peak that a fall of at least 5 % parts from it: an outer part that gives way before an
        # inner one.
        module LaterPeaks
          POSITION = 37
          NOISE_SIGMAS = 4
          SHARE = 0.05 # of the peak, down before it, up to it, and down after it

          # @return [Array<Finding>]
          def self.find(analysis)
            return [] if analysis.staircase?

            gate = [SHARE * analysis.peak_newtons, 2 * Falls::GATE_SIGMAS * analysis.noise_newtons].max
            turns = PackedSearch.turns(analysis.packed, gate).drop_while { |sample, _| sample <= analysis.peak_index }
            failed = failed_from(analysis)
            maxima = turns.each_cons(2).select { |a, b| a.last == 1 && b.last == -1 }.map { |a, _| a.first }
            slides = analysis.of(Sliding) # stick and slip has maxima enough
            maxima = maxima.reject do |top|
              slides.any? do |s|
                analysis.time_axis[top].between?(s.at_seconds, s.until_seconds)
              end
            end
            maxima.select { |top| after_failure?(analysis, failed, top) }
                  .map { |top| finding(analysis, last_of(analysis, top)) }
          end

          # Of a top that ends in the break the last reading is meant: those before it are higher by noise alone.
          def self.last_of(analysis, top)
            broken = analysis.of(Break).first&.extra&.fetch(:sample) || -1
            spare = (NOISE_SIGMAS * analysis.noise_newtons) + (analysis.step_newtons || 0.0)
            return top if broken < top || analysis.clean[top] - analysis.clean[broken] > spare

            valley = analysis.clean[top..broken].min
            analysis.clean[top] - valley > 2 * spare ? top : broken
          end
          private_class_method :last_of

          # Something gave way between the peak and here: a second attempt after an unloading is none.
          def self.after_failure?(analysis, failed, top)
            !failed.nil? && failed < top && analysis.clean[top] >= Falls::LEAST_LEVEL_SHARE * analysis.peak_newtons
          end
          private_class_method :after_failure?

          # @return [Integer, nil] the sample at which the first failure at or after the peak had fallen
          def self.failed_from(analysis)
            analysis.falls.select do |f|
              f.material? && f.top >= analysis.peak_index && f.drop >= SHARE * analysis.peak_newtons * 0.9
            end.map(&:bottom).min
          end
          private_class_method :failed_from

          # @return [Float] newtons above the lowest since the peak
          def self.rise(analysis, top) = analysis.clean[top] - analysis.clean[analysis.peak_index..top].min

          def self.finding(analysis, top)
            Finding.new(kind: :later_peak, at_seconds: analysis.time_axis[top], force_newtons: analysis.clean[top],
                        extra: { sample: top },
                        because: format("a maximum after the peak, %.0f %% of it",
                                        100 * analysis.clean[top] / analysis.peak_newtons))
          end
          private_class_method :finding
        end
      end
    end
  end
end
