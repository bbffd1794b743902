# frozen_string_literal: true

module MildAnvil
  module Core
    module Curve
      # Whether a run of the same highest reading is the end of a cell's range, or a round top, a plateau, or chance.
      module FullCell
        ROUND_STEPS = 2 # what the round top of a wave shows at most
        BROKEN_STEPS = 1
        SLOWS_BY = 1.5
        SLOWS_ROWS = 2
        SLOWS_LOOK = 20_000 # rows
        HALF = 0.5 # of a step: readings are whole ones
        ABRUPT_SIGMAS = 6
        MOVES_SHARE = 0.3 # of the usual rate of the travel
        NOISY_STEPS = 0.3 # less noise than that does not show in a display of such steps
        LEAP_STEPS = 4

        # A full cell repeats its highest reading where noise, or a travel that goes on, shows that the force did not
        # stay. So do a few readings on a round top, by chance: more of them are needed where readings repeat anyway.
        def self.at?(analysis, first, last)
          return true if rough?(analysis, first, last) && !Repeats.of(analysis).by_chance?(last - first + 1)

          goes_on_there?(analysis, first, last) && abrupt?(analysis, first, last)
        end

        def self.rough?(analysis, first, last)
          analysis.noise_newtons > NOISY_STEPS * (analysis.step_newtons || 0.0) && moving?(analysis, first, last)
        end
        private_class_method :rough?

        # Up to the round top of a wave the reading rises by two steps at most in the last quarter of the time it then
        # stays there, by one where it ends in a break; up to the end of a cell it rises as it did before.
        def self.abrupt?(analysis, first, last)
          before = first - ((last - first + 1) / 4)
          return false if before.negative?

          step = analysis.step_newtons || 0.0
          rise = analysis.readings[first] - analysis.readings[before]
          rise >= ABRUPT_SIGMAS * analysis.noise_newtons &&
            rise > step * ((ends_at_once?(analysis, last, step) ? BROKEN_STEPS : ROUND_STEPS) + HALF) &&
            !slowing?(analysis, first, step)
        end
        private_class_method :abrupt?

        # On its way to a plateau it takes longer for the last step than for the one before.
        def self.slowing?(analysis, first, step)
          left = [1, 2].map { |down| left_behind(analysis, first, analysis.readings[first] - ((down + HALF) * step)) }
          return false if left.any?(nil)

          first - left[0] > (SLOWS_BY * (left[0] - left[1])) + SLOWS_ROWS
        end
        private_class_method :slowing?

        # The last sample before at or below a level.
        def self.left_behind(analysis, first, level)
          (first - 1).downto([first - SLOWS_LOOK, 0].max).find { |i| analysis.readings[i] <= level }
        end
        private_class_method :left_behind

        def self.ends_at_once?(analysis, last, step)
          behind = analysis.readings[(last + 1)..(last + 2)].to_a.min or return false
          lost = analysis.readings[last] - behind
          lost.positive? && lost >= LEAP_STEPS * step
        end
        private_class_method :ends_at_once?

        def self.goes_on_there?(analysis, first, last)
          axis = analysis.time_axis
          moved = analysis.travel ? analysis.travel.from(first, last) : 0.0
          moved.positive? && moved >= MOVES_SHARE * analysis.travel_rate * (axis[last] - axis[first])
        end
        private_class_method :goes_on_there?

        # A slow pull with a coarse step repeats readings everywhere; only where the neighbourhood moves is a run
        # strange.
        def self.moving?(analysis, first, last)
          around = analysis.readings[[first - (4 * (last - first + 1)).clamp(20, 2000), 0].max...first]
          around.size > 2 && around.each_cons(2).count { |a, b| (b - a).zero? } <= around.size / 3
        end
      end
    end
  end
end
