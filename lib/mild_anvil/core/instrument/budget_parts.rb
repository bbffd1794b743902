# frozen_string_literal: true

module MildAnvil
  module Core
    module Instrument
      # The usual parts of a force reading's uncertainty, each from what a certificate, a display or a set-up says.
      module BudgetParts
        Part = UncertaintyBudget::Part

        module_function

        # @param expanded [Float] U of the certificate; @param factor [Float] its k; @param dof [Float, nil]
        def calibration(expanded, factor: 2.0, dof: nil)
          Part.new(name: :calibration, standard: expanded.fdiv(factor), dof: dof || Float::INFINITY, shared: true)
        end

        # @param step [Float] of the display: a full step is a rectangle of that width
        def resolution(step) = Part.new(name: :resolution, standard: step / Math.sqrt(12))

        # @param half_width [Float] the zero may have moved so far either way
        def zero_drift(half_width) = Part.new(name: :zero_drift, standard: half_width / Math.sqrt(3))

        # @param deviation [Float] of one reading; @param readings [Integer] in the mean
        # @param dof [Integer] of the deviation, where it is pooled from elsewhere
        # @raise [InsufficientData] where a lone reading has no scatter of its own
        def repeatability(deviation, readings, dof: readings - 1)
          if deviation.positive? && !dof.positive?
            raise InsufficientData.new("one reading has no scatter of its own: take it from earlier ones, with how " \
                                       "many they were", readings: readings)
          end

          Part.new(name: :repeatability, standard: deviation / Math.sqrt(readings), dof: dof)
        end

        # The way back reads otherwise than the way up: a rectangle between both.
        def reversibility(difference) = Part.new(name: :reversibility, standard: difference.abs / Math.sqrt(12))

        # An error that is known and left in the reading: it may be that much either way, in every reading alike.
        def uncorrected(error) = Part.new(name: :uncorrected, standard: error.abs / Math.sqrt(3), shared: true)

        # The display's step once more, at the zero that was taken off.
        def resolution_at_zero(step) = Part.new(name: :resolution_at_zero, standard: step / Math.sqrt(12))

        # A pull that is out of line reads too high: the force along the specimen is F·cos of an angle anywhere up to
        # the largest.
        # @param reading [Float]
        # @param degrees [Float] the largest angle
        # Source: JCGM 100:2008 (GUM), F.2.4.4
        def misalignment(reading, degrees)
          return Part.new(name: :misalignment, standard: 0.0) if degrees.zero?

          a = degrees * Math::PI / 180
          mean = Math.sin(a) / a
          variance = 0.5 + (Math.sin(2 * a) / (4 * a)) - (mean**2)
          Part.new(name: :misalignment, standard: reading * Math.sqrt([variance, 0.0].max), bias: reading * (1 - mean))
        end

        # What the sampling can have missed lies between nothing and rate × interval: half of it is added, and it is
        # that wide.
        def sampling(missed) = Part.new(name: :sampling, standard: missed / Math.sqrt(12), bias: -missed / 2.0)

        # @param force [Float]; @param tolerance_share [Float] of the masses, a rectangle either way
        def masses(force, tolerance_share)
          Part.new(name: :masses, standard: force * tolerance_share / Math.sqrt(3), shared: true)
        end

        # @param force [Float]; @param share [Float] how well local gravity is known
        def gravity(force, share) = Part.new(name: :gravity, standard: force * share / Math.sqrt(3), shared: true)
      end
    end
  end
end
