# frozen_string_literal: true

module MildAnvil
  module Core
    module Instrument
      # Is the instrument straight? The square term of a parabola, tested against its scatter.
      class Curvature
        FEWEST = 4

        attr_reader :fit, :constant, :linear, :coefficient

        # @param applied [Array<Float>] shape (n,), n >= 4, at three forces or more
        # @param indicated [Array<Float>] shape (n,)
        # @raise [InsufficientData]
        # Method: least squares on the centred and scaled force, turned back at the end.
        def initialize(applied, indicated)
          applied, indicated = Statistics::Checks.pairs(applied, indicated)
          if applied.size < FEWEST || applied.uniq.size < 3
            raise InsufficientData.new("a parabola with a test needs at least #{FEWEST} points at three forces",
                                       points: applied.size, forces: applied.uniq.size)
          end

          mean = applied.sum / applied.size
          @scale = applied.map { |x| (x - mean).abs }.max
          scaled = applied.map { |x| (x - mean) / @scale }
          @fit = Statistics::LinearFit.new([Array.new(applied.size, 1.0), scaled, scaled.map { |u| u * u }], indicated)
          turn_back(mean)
        end

        def standard_error = fit.standard_errors[2] / (@scale**2)
        def t = coefficient / standard_error
        def dof = fit.dof
        def p = 2 * Statistics::StudentT.upper_tail(t.abs, dof)
        def residual_deviation = fit.residual_deviation
        def residuals = fit.residuals

        private

        def turn_back(mean)
          a, b, c = fit.coefficients
          @coefficient = c / (@scale**2)
          @linear = (b / @scale) - (2 * @coefficient * mean)
          @constant = a - (b * mean / @scale) + (@coefficient * mean * mean)
        end
      end
    end
  end
end
