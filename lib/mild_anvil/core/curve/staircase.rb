# frozen_string_literal: true

module MildAnvil
  module Core
    module Curve
      # Tells a check of a cell with hung masses from a pull: many held levels, up and down again, and nothing broke.
      module Staircase
        FEWEST = 5
        UP_SHARE = 1.05
        HELD_SHARE = 0.4 # of the time
        # Taking a mass off is as sudden as a break, but no larger than the steps were.
        STEP_SHARE = 1.5
        EVEN_TIMES = 4.0 # the usual step: a load that came on at once and then wandered is no row of masses

        module_function

        # @param holds [Array<Holds::Held>]; @param axis [TimeAxis]
        # @param ends [Array(Float, Float)] newtons at the start and at the end of the recording
        def found?(holds, axis, ends)
          holds.size >= FEWEST && up_and_down?(holds) && mostly_held?(holds, axis) && nothing_broke?(holds, ends)
        end

        def up_and_down?(holds)
          steps = holds.map(&:level).each_cons(2).to_a
          steps.any? { |a, b| b > a * UP_SHARE } && steps.any? { |a, b| b * UP_SHARE < a }
        end
        private_class_method :up_and_down?

        def mostly_held?(holds, axis)
          seconds = axis[holds.last.last] - axis[holds.first.first]
          holds.sum { |held| axis[held.last] - axis[held.first] } >= HELD_SHARE * seconds
        end
        private_class_method :mostly_held?

        def nothing_broke?(holds, ends)
          levels = [ends.first, *holds.map(&:level), ends.last]
          up = levels.each_cons(2).map { |a, b| b - a }.max
          steps = levels.each_cons(2).map { |a, b| (b - a).abs }.sort
          up <= EVEN_TIMES * steps[steps.size / 2] && levels.each_cons(2).all? { |a, b| a - b <= STEP_SHARE * up }
        end
        private_class_method :nothing_broke?
      end
    end
  end
end
