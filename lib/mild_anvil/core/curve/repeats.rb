# frozen_string_literal: true

module MildAnvil
  module Core
    module Curve
      # How often readings of a force that stands still are the same as the one before: a display of coarse steps hides
      # much of the noise, and a handful of equal readings says nothing there.
      class Repeats
        FEWEST = 10 # readings of a rest that say anything
        CHANCE = 1.0e-4

        # @param analysis [Analysis]
        def self.of(analysis)
          rests = [analysis.quiet, analysis.quiet_after].compact
          new(step: analysis.step_newtons || 0.0, noise: analysis.noise_newtons,
              rests: rests.map { |rest| analysis.readings[rest.first..rest.last] })
        end

        # share: of the readings that repeat the one before, at most
        attr_reader :share

        # @param step [Float] of the display; @param noise [Float] sigma of one reading, above 0
        # @param rests [Array<Array<Float>>] readings where nothing pulls
        def initialize(step:, noise:, rests: [])
          @share = [in_the_middle_of_a_step(step, noise), *rests.filter_map { |rest| seen(rest) }].max
        end

        # @param count [Integer] equal readings in a row
        def by_chance?(count) = @share**(count - 1) > CHANCE

        private

        # Where a force is in the middle of a step, the noise leaves the reading there most often.
        def in_the_middle_of_a_step(step, noise) = noise.positive? ? Math.erf(step / (2 * Math.sqrt(2) * noise)) : 1.0

        def seen(rest)
          return if rest.size < FEWEST

          (rest.each_cons(2).count { |a, b| (b - a).zero? } + 1.0) / (rest.size + 1)
        end
      end
    end
  end
end
