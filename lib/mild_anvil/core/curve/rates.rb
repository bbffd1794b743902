# frozen_string_literal: true

module MildAnvil
  module Core
    module Curve
      # How fast force and displacement rose where they rose.
      class Rates
        STRETCHES = 400
        SHARES = (0.05..0.98) # of the peak

        def initialize(analysis)
          @analysis = analysis
          @axis = analysis.time_axis
          @peak = analysis.peak_newtons
        end

        # @return [Float] newtons per second, the median over rising stretches
        def force
          found = rising.map { |a, b| (@analysis.clean[b] - @analysis.clean[a]) / (@axis[b] - @axis[a]) }
          median(found) || overall
        end

        # @return [Float] metres per second
        def travel
          way = @analysis.travel or return 0.0
          moved = rising.map { |a, b| way.from(a, b).abs / (@axis[b] - @axis[a]) }
          median(moved.select(&:positive?)) || 0.0
        end

        private

        # Short stretches in which the force rose by more than a hold or its noise would make it.
        def rising
          @rising ||= begin
            stride = [@analysis.clean.size / STRETCHES, 1].max
            forces = @analysis.clean
            least = [4 * @analysis.sigma_newtons, @peak / (4.0 * STRETCHES)].max
            stretches = (0...(forces.size - stride)).step(stride).map { |i| [i, i + stride] }
            stretches.select do |a, b|
              forces[b] - forces[a] > least && SHARES.cover?(forces[b] / @peak) && @axis[b] > @axis[a]
            end
          end
        end

        def overall
          seconds = @axis[@analysis.peak_index] - @axis[0]
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
