# frozen_string_literal: true

module MildAnvil
  module Core
    module Curve
      # How fast force and displacement rose where they rose.
      class Rates
        STRETCHES = 400
        SHARES = (0.05..0.98) # of the peak

        # force: newtons per second, the median over rising stretches, or of the whole rise; travel: metres per second
        attr_reader :force, :travel

        # @param baseline [Baseline]
        def initialize(baseline)
          @baseline = baseline
          @axis = baseline.time_axis
          @peak = baseline.peak_newtons
          @rising = rising
          @force = of_force
          @travel = of_travel
          freeze
        end

        # @return [Float] newtons per metre while both rose, for what an unloading should show
        def stiffness = travel.positive? ? force / travel : Float::INFINITY

        private

        def of_force
          found = @rising.map { |a, b| (@baseline.clean[b] - @baseline.clean[a]) / (@axis[b] - @axis[a]) }
          median(found) || overall
        end

        def of_travel
          way = @baseline.travel or return 0.0
          moved = @rising.map { |a, b| way.from(a, b).abs / (@axis[b] - @axis[a]) }
          median(moved.select(&:positive?)) || 0.0
        end

        # Short stretches in which the force rose by more than a hold or its noise would make it.
        def rising
          stride = [@baseline.clean.size / STRETCHES, 1].max
          forces = @baseline.clean
          least = [4 * @baseline.sigma_newtons, @peak / (4.0 * STRETCHES)].max
          stretches = (0...(forces.size - stride)).step(stride).map { |i| [i, i + stride] }
          stretches.select do |a, b|
            forces[b] - forces[a] > least && SHARES.cover?(forces[b] / @peak) && @axis[b] > @axis[a]
          end
        end

        def overall
          seconds = @axis[@baseline.peak_index] - @axis[0]
          seconds.positive? ? @peak / seconds : Float::INFINITY
        end

        def median(values)
          sorted = values.sort
          sorted[sorted.size / 2]
        end
      end
    end
  end
end
