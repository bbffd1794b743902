# frozen_string_literal: true

module MildAnvil
  module Core
    module Curve
      # Where one stretch of a course goes over into the next.
      module Knee
        module_function

        # @param before [Segment]; @param after [Segment] the next one; @param axis [TimeAxis]
        # @return [Integer] the first sample behind where their lines cross, if they cross between them
        def between(before, after, axis)
          turn = before.newtons_per_second - after.newtons_per_second
          return after.first if turn.zero? || narrow?(before, after, axis)

          from = before.end_seconds
          to = after.start_seconds
          middle = (before.newtons_per_second + after.newtons_per_second) / 2
          gap = after.from_newtons - before.to_newtons - ((to - from) * middle)
          crossing = ((from + to) / 2) + (gap / turn)
          axis.index_at(crossing.clamp((1.5 * from) - (0.5 * to), (1.5 * to) - (0.5 * from)))
              .clamp(before.first + 1, after.last)
        end

        # Every sample is a point of the lines: nothing lies between them.
        def narrow?(before, after, axis)
          axis[before.last] == before.end_seconds && axis[after.first] == after.start_seconds
        end
        private_class_method :narrow?
      end
    end
  end
end
