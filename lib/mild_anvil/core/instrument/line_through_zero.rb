# frozen_string_literal: true

module MildAnvil
  module Core
    module Instrument
      # The same without an intercept: a cell whose zero was taken.
      class LineThroughZero
        attr_reader :fit

        # @param applied [Array<Float>] shape (n,), n >= 2, not all zero
        # @param indicated [Array<Float>] shape (n,)
        # @raise [InsufficientData, InvalidInput]
        def initialize(applied, indicated, confidence: 0.95)
          applied, indicated = Statistics::Checks.pairs(applied, indicated)
          if applied.size < 2
            raise InsufficientData.new("a line through zero with limits needs at least 2 points",
                                       points: applied.size)
          end

          @fit = Statistics::LinearFit.new([applied], indicated)
          @confidence = confidence
        end

        def slope = fit.coefficients[0]
        def slope_error = fit.standard_errors[0]
        def residual_deviation = fit.residual_deviation
        def residuals = fit.residuals

        def slope_interval
          reach = Compare::Group.two_sided(@confidence, fit.dof) * slope_error
          [slope - reach, slope + reach]
        end
      end
    end
  end
end
