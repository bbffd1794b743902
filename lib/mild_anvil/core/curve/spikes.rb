# frozen_string_literal: true

module MildAnvil
  module Core
    module Curve
      # Tells a spike of the electronics from a peak of the force.
      #
      # A sample above the forecast from those before it by more than max(5 % of itself, 5 sigma, 3 x the last step), and
      # back within one sample, is a spike. A part that lets go falls, too, but does not leap up just before.
      module Spikes
        SHARE = 0.05
        SIGMAS = 5
        STEPS = 3
        MOST = 1000 # a recording with more of them is no recording

        module_function

        # @param forces [Array<Float>] shape (n,), in the sense of loading
        # @param noise [Float] sigma of one reading
        # @param floor [Float] the level of no load
        # @return [Array(Array<Integer>, Integer)] samples that are spikes, from high to low, and the sample of the peak
        def split(forces, noise:, floor:)
          spikes = []
          values = forces
          MOST.times do
            top = values.index(values.max)
            return [spikes, top] unless spike?(values, top, noise, floor)

            values = values.dup if spikes.empty?
            spikes << top
            values[top] = [values[top - 1], values[top + 1]].max
          end
          [spikes, values.index(values.max)]
        end

        def spike?(forces, index, noise, floor)
          return false if index < 2 || index + 1 >= forces.size

          before = forces[index - 1]
          step = before - forces[index - 2]
          gate = [SHARE * (forces[index] - floor), SIGMAS * noise, STEPS * step.abs].max
          forces[index] - (before + step) > gate && returned?(forces, index, gate)
        end

        # Back on the path, not down on the floor: where it stays down, the part has let go.
        def returned?(forces, index, gate)
          before = forces[index - 1]
          after = forces[index + 1]
          (after - before).abs <= gate
        end
        private_class_method :returned?
      end
    end
  end
end
