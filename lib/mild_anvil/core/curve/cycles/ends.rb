# frozen_string_literal: true

module MildAnvil
  module Core
    module Curve
      class Cycles
        # How a long group of cycles begins and ends: whoever drives a wave about its middle lets off half of it before
        # the first, and of the last a log, or the pull that follows, shows half of the way down.
        module Ends
          FEWEST = 5 # a few loadings that are alike are steps on the way to something else
          LEAST_LET_OFF = 0.35 # of the amplitude
          ALIKE = 0.15
          FASTER = 1.5 # than the steepest step of the cycles' own way down

          module_function

          # @param cycles [Cycles]; @param places [Array] of the group: start, top, bottom
          # @return [Array, nil] a last cycle of which only a part of the way down is there
          def closing(cycles, places)
            return if places.size < FEWEST

            bottom = places.last.last
            at = cycles.turns.index([bottom, -1]) or return
            top, = cycles.turns[at + 1]
            return unless top

            forces = cycles.baseline.clean
            low = cycles.turns[at + 2]&.first || (forces.size - 1)
            rise = forces[top] - forces[bottom]
            return unless alike?(rise, amplitude(forces, places)) && let_off?(forces, top, low, rise)

            gently = gently?(forces, [top, low], places.first)
            [[bottom, top, low]] if gently && cycles.cycle?(bottom, top, low, gently: gently)
          end

          # @return [Array, nil] a first cycle whose way up began with a slow rise from rest: from where that reached
          #   the level of the valleys
          def leading(cycles, places)
            bottom = places.first.first
            at = cycles.turns.index([bottom, -1])
            return if places.size < FEWEST || at.nil? || at < 2

            from, top = cycles.turns[at - 2, 2].map(&:first)
            forces = cycles.baseline.clean
            return unless alike?(forces[top] - forces[bottom], amplitude(forces, places)) &&
                          forces[from] <= forces[bottom] && gently?(forces, [top, bottom], places.first)

            start = (from..top).reverse_each.find { |i| forces[i] <= forces[bottom] }
            [[start, top, bottom]] if cycles.cycle?(start, top, bottom, gently: true)
          end

          # @return [Integer, nil] the sample from which half a cycle led down to the first
          def opening(cycles, places)
            start = places.first.first
            at = cycles.turns.index([start, -1])
            return if places.size < FEWEST || at.nil? || at.zero?

            from, = cycles.turns[at - 1]
            forces = cycles.baseline.clean
            _, top, bottom = places.first
            from if let_off?(forces, from, start, forces[top] - forces[bottom]) &&
                    gently?(forces, [from, start], places.first)
          end

          # No step down is much steeper than those of a cycle.
          def gently?(forces, way, cycle)
            steepest(forces, *way) <= FASTER * steepest(forces, cycle[1], cycle[2])
          end
          private_class_method :gently?

          def let_off?(forces, top, low, rise)
            (forces[top] - forces[low]).between?(LEAST_LET_OFF * rise, (1 + ALIKE) * rise)
          end
          private_class_method :let_off?

          def amplitude(forces, places) = places.sum { |start, top, _| forces[top] - forces[start] } / places.size
          private_class_method :amplitude

          def alike?(one, other) = (one - other).abs <= ALIKE * [one, other].max
          private_class_method :alike?

          def steepest(forces, from, to) = (from...to).map { |i| forces[i] - forces[i + 1] }.max || 0.0
          private_class_method :steepest
        end
      end
    end
  end
end
