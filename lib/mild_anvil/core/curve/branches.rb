# frozen_string_literal: true

module MildAnvil
  module Core
    module Curve
      # The way up and the way back of one loading: how far they lie apart in travel at the same forces, which is the
      # set that stays, where the recording does not show the beginning.
      class Branches
        LEVELS = 9
        HIGH_SHARE = 0.8 # of the top: above that what is held relaxes
        FEWEST = 3

        # @param analysis [Analysis] with a travel
        # @param top [Integer] sample of the highest force; @param bottom [Integer] at which it was taken off
        def initialize(analysis, top, bottom)
          @analysis = analysis
          @axis = analysis.time_axis
          all = analysis.segments.all
          @up = all.select { |s| s.first <= top && s.change_newtons.positive? }
          @down = all.select { |s| s.last > top && s.first < bottom && s.change_newtons.negative? }
        end

        # @return [Float, nil] metres; nil where both do not pass the same forces
        def apart
          found = levels.filter_map do |force|
            up, down = [@up, @down].map { |side| travel(side, force) }
            down - up if up && down
          end.sort
          found[found.size / 2] if found.size >= FEWEST
        end

        private

        def levels
          low, high = @up.flat_map { |s| [s.from_newtons, s.to_newtons] }.minmax
          return [] if low.nil? || high * HIGH_SHARE <= low

          (0...LEVELS).map { |k| low + (((HIGH_SHARE * high) - low) * (k + 0.5) / LEVELS) }
        end

        def travel(side, force)
          found = side.find { |s| force.between?(*[s.from_newtons, s.to_newtons].minmax) } or return
          at = found.start_seconds + ((force - found.from_newtons) / found.newtons_per_second)
          @analysis.travel.around(@axis.index_at(at).clamp(0, @axis.size - 1), 1)
        end
      end
    end
  end
end
