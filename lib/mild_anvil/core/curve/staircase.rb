# frozen_string_literal: true

module MildAnvil
  module Core
    module Curve
      # Tells a check of a cell with hung masses from a pull: many held levels, up and down again, and nothing broke.
      class Staircase
        FEWEST = 5
        UP_SHARE = 1.05
        HELD_SHARE = 0.5 # of the time

        def initialize(analysis)
          @analysis = analysis
          @plateaus = analysis.plateaus
        end

        def found?
          @plateaus.size >= FEWEST && up_and_down? && mostly_held? && @analysis.of(Findings::Break).empty?
        end

        private

        def up_and_down?
          steps = @plateaus.map(&:level).each_cons(2).to_a
          steps.any? { |a, b| b > a * UP_SHARE } && steps.any? { |a, b| b * UP_SHARE < a }
        end

        def mostly_held?
          axis = @analysis.time_axis
          @plateaus.sum { |p| axis[p.last] - axis[p.first] } >= HELD_SHARE * (axis.end_seconds - axis[0])
        end
      end
    end
  end
end
