# frozen_string_literal: true

module MildAnvil
  module Core
    module Curve
      # Tells a spike of the electronics from a peak of the force.
      #
      # A sample off the forecast from those before it by more than max(5 % of itself, 5 sigma, 3 x the last step), and
      # back within one sample, is a spike. A part that lets go falls, too, but does not leap up just before.
      module Spikes
        SHARE = 0.05
        SIGMAS = 5
        STEPS = 3
        RANGE_SHARE = 0.01 # of the recording's range: below this nothing is worth setting aside
        MOST = 1000 # a recording with more of them is no recording

        module_function

        # @param forces [Array<Float>] shape (n,), in the sense of loading
        # @param packed [String] the same, packed
        # @param noise [Float] sigma of one reading
        # @param floor [Float] the level of no load
        # @return [Array<Integer>] samples that are spikes, in order
        def find(forces, noise:, floor:, packed: Packed.pack(forces))
          survey = Packed.survey(packed)
          least = [SIGMAS * noise, RANGE_SHARE * (survey.highest - survey.lowest)].max
          found = Packed.leaps(packed, least).select { |i| spike?(forces, i, least, floor) }
          found.size > MOST ? [] : found
        end

        # @return [Array<Float>] with every spike replaced by what stands beside it
        def without(forces, spikes)
          return forces if spikes.empty?

          forces.dup.tap { |values| spikes.each { |i| values[i] = [values[i - 1], forces[i + 1]].max } }
        end

        def spike?(forces, index, least, floor)
          return false if index < 2 || index + 1 >= forces.size

          before = forces[index - 1]
          step = before - forces[index - 2]
          gate = [SHARE * (forces[index] - floor).abs, least, STEPS * step.abs].max
          off = forces[index] - (before + step)
          off.abs > gate && (forces[index + 1] - before).abs <= [gate, off.abs / 2].min
        end
        private_class_method :spike?
      end
    end
  end
end
