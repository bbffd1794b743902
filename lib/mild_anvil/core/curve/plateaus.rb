# frozen_string_literal: true

module MildAnvil
  module Core
    module Curve
      # Finds by themselves the stretches in which a force was held.
      class Plateaus
        BLOCKS = 3000
        LEVEL_SHARE = 0.05 # a held force may wander by so much of itself
        PEAK_SHARE = 0.01
        SIGMAS = 10
        LEAST_SECONDS = 2.0
        LEAST_BLOCKS = 6
        LEAST_LEVEL_SHARE = 0.05 # of the peak; below that it is rest
        # In a hold the force changes, and the displacement goes on, by no more than this share of what it did on the
        # ramp.
        SLOPE_SHARE = 0.25
        CREEP_SHARE = 0.2
        KNEE_SHARE = 0.004
        SWING_SHARE = 0.12
        RAMP_SHARE = 0.6
        MEDIAN_LOOK = 800 # samples that a level is taken from

        # first, last: samples; level: median force
        Plateau = Struct.new(:first, :last, :level, keyword_init: true)

        def initialize(analysis)
          @analysis = analysis
          @forces = analysis.clean
          @axis = analysis.time_axis
          @peak = @forces[analysis.peak_index]
          @width = [(@forces.size / BLOCKS.to_f).ceil, 1].max
          @means = Packed.means(analysis.packed, @width)
        end

        # @param at_rest [Boolean] count stretches without load, too
        # @return [Array<Plateau>] in order
        def all(at_rest: false)
          windows.map { |from, to| trimmed(from * @width, [((to + 1) * @width) - 1, @forces.size - 1].min) }
                 .select { |p| held?(p, at_rest) }.sort_by(&:first)
        end

        private

        # The longest stretches first, none over another.
        def windows
          taken = []
          longest.sort_by { |from, to| from - to }.each do |from, to|
            next if taken.any? { |a, b| from <= b && to >= a }

            taken << [from, to]
          end
          taken
        end

        # No flatter inside than outside: told from the means alone, before anything is looked at closely.
        def ramp?(from, to)
          reach = [(to - from) / 4, 1].max
          inner = (@means[to] - @means[from]).abs / (to - from)
          outer = [(@means[from] - @means[[from - reach, 0].max]).abs,
                   (@means[[to + reach, @means.size - 1].min] - @means[to]).abs].max / reach
          inner > RAMP_SHARE * outer
        end

        # For every start the farthest end with all of it within the tolerance, where that may be a hold.
        def longest
          PackedSearch.stretches(Packed.pack(@means), least_tolerance, LEVEL_SHARE).reject do |from, to|
            to - from + 1 < LEAST_BLOCKS || ramp?(from, to)
          end
        end

        # How far the means of a held force may lie apart, whatever it is.
        def least_tolerance
          @least_tolerance ||= [PEAK_SHARE * @peak, SIGMAS * @analysis.sigma_newtons / Math.sqrt(@width)].max
        end

        # The ramps at both ends are cut off at the knees.
        def trimmed(first, last)
          quarter = (last - first) / 5
          head = median(first + quarter, first + (2 * quarter))
          tail = median(last - (2 * quarter), last - quarter)
          first = swung(first, head, last - first)
          first = knee(first, last - quarter, head) if first < last - quarter
          last = knee(last, first + quarter, tail) if last > first + quarter
          Plateau.new(first: first, last: last, level: median(first, last))
        end

        # Back over a swing that dies down: hung masses pass their level several times before they rest.
        def swung(first, level, length)
          least = [first - (length / 4), 0].max
          reach = SWING_SHARE * level.abs
          PackedSearch.walk(@analysis.packed, first - 1, least - 1, low: level - reach, high: level + reach) + 1
        end

        # Where the ramp comes to the level.
        def knee(from, stop, level)
          slack = [KNEE_SHARE * level.abs, 3 * @analysis.noise_newtons].max
          PackedSearch.walk(@analysis.packed, from, stop, low: level - slack, high: level + slack, inside: false)
        end

        def median(from, to)
          stride = [(to - from) / MEDIAN_LOOK, 1].max
          sorted = (from..to).step(stride).map { |i| @forces[i] }.sort
          sorted[sorted.size / 2]
        end

        def held?(plateau, at_rest)
          seconds = @axis[plateau.last] - @axis[plateau.first]
          return false if seconds < LEAST_SECONDS || plateau.last - plateau.first < LEAST_BLOCKS
          return at_rest if plateau.level < LEAST_LEVEL_SHARE * @peak

          level?(plateau, seconds) && still?(plateau, seconds)
        end

        # Against the steeper of the ramps on its two sides.
        def level?(plateau, seconds)
          inner = (@analysis.smooth(plateau.last) - @analysis.smooth(plateau.first)).abs / seconds
          inner < SLOPE_SHARE * [slope_before(plateau, seconds), slope_after(plateau, seconds)].max
        end

        def slope_before(plateau, seconds)
          from = @axis.index_at(@axis[plateau.first] - [seconds / 4, LEAST_SECONDS / 2].max)
          return 0.0 if from >= plateau.first

          (@analysis.smooth(plateau.first) - @forces[from]).abs / (@axis[plateau.first] - @axis[from])
        end

        def slope_after(plateau, seconds)
          to = [@axis.index_at(@axis[plateau.last] + [seconds / 4, LEAST_SECONDS / 2].max), @forces.size - 1].min
          return 0.0 if to <= plateau.last

          (@forces[to] - @analysis.smooth(plateau.last)).abs / (@axis[to] - @axis[plateau.last])
        end

        def still?(plateau, seconds)
          travel = @analysis.travel or return true
          moved = (travel.around(plateau.last) - travel.around(plateau.first)).abs
          moved / seconds <= CREEP_SHARE * @analysis.travel_rate || moved < 4 * travel.sigma
        end
      end
    end
  end
end
