# frozen_string_literal: true

module MildAnvil
  module Core
    module Instrument
      # What an instrument indicates against what was applied: a straight line, with limits, and what force an
      # indication means.
      class CalibrationLine
        Prediction = Struct.new(:applied, :fit, :low, :high, :mean_low, :mean_high, keyword_init: true)
        Inverse = Struct.new(:indication, :readings, :force, :low, :high, :standard_error, :delta_low, :delta_high,
                             keyword_init: true)
        LackOfFit = Struct.new(:f, :df1, :df2, :p, keyword_init: true)

        attr_reader :applied, :indicated, :fit, :confidence

        # @param applied [Array<Float>] shape (n,), n >= 3, at two forces or more
        # @param indicated [Array<Float>] shape (n,)
        # @raise [InsufficientData]
        # Source: NIST e-Handbook 2.3.6; Draper and Smith, Applied Regression Analysis, 3rd edition 1998, chapters 1 to
        # 3
        def initialize(applied, indicated, confidence: 0.95)
          applied, indicated = Statistics::Checks.pairs(applied, indicated)
          if applied.uniq.size < 2
            raise InsufficientData.new("a line needs at least two different reference forces",
                                       forces: applied.uniq.size)
          end
          if applied.size < 3
            raise InsufficientData.new(
              "two points fit a line exactly: nothing is left to say how good it is. Take at least 3",
              points: applied.size
            )
          end

          @applied = applied
          @indicated = indicated
          @confidence = confidence
          @mean = applied.sum / applied.size
          # Centred, so that no digits are lost.
          @fit = Statistics::LinearFit.new([Array.new(applied.size, 1.0), applied.map { |x| x - @mean }], indicated)
        end

        def slope = fit.coefficients[1]
        def intercept = fit.coefficients[0] - (slope * @mean)
        def slope_error = fit.standard_errors[1]
        def intercept_error = fit.standard_error([1.0, -@mean])
        def residual_deviation = fit.residual_deviation
        def residuals = fit.residuals
        def slope_interval = around(slope, slope_error)
        def intercept_interval = around(intercept, intercept_error)
        def r_squared = 1 - (fit.rss / Compare::Group.squares(indicated))

        # @return [Prediction] limits for one more indication, and for the line itself
        def predict(force)
          row = [1.0, force - @mean]
          value = intercept + (slope * force)
          one = t * residual_deviation * Math.sqrt(1 + fit.leverage(row))
          line = t * fit.standard_error(row)
          Prediction.new(applied: force, fit: value, low: value - one, high: value + one, mean_low: value - line,
                         mean_high: value + line)
        end

        # What force was applied when the mean of some readings was indicated?
        # @return [Inverse] limits by Fieller, and by the delta method beside them
        # @raise [InsufficientData] when the slope is not told from nothing
        def inverse(indication, readings: 1)
          force = (indication - intercept) / slope
          sxx = applied.sum { |x| (x - @mean)**2 }
          middle = fit.coefficients[0]
          share = (1.0 / readings) + (1.0 / applied.size)
          off_centre = ((indication - middle)**2) / (slope * slope * sxx)
          error = residual_deviation / slope.abs * Math.sqrt(share + off_centre)
          low, high = fieller(indication - middle, share, sxx)
          Inverse.new(indication: indication, readings: readings, force: force, low: low, high: high,
                      standard_error: error, delta_low: force - (t * error), delta_high: force + (t * error))
        end

        # Is the line the right shape? Against the scatter of repeated readings at one force.
        # @return [LackOfFit, nil] nil without repeats
        def lack_of_fit
          groups = applied.zip(indicated).group_by(&:first).values.map { |pairs| pairs.map(&:last) }
          pure = applied.size - groups.size
          return if pure.zero? || groups.size < 3

          error = groups.sum { |values| Compare::Group.squares(values) }
          f = ((fit.rss - error) / (groups.size - 2)) / (error / pure)
          LackOfFit.new(f: f, df1: groups.size - 2, df2: pure,
                        p: Statistics::FisherF.upper_tail(f, groups.size - 2, pure))
        end

        private

        def t = @t ||= Compare::Group.two_sided(confidence, fit.dof)
        def around(value, error) = [value - (t * error), value + (t * error)]

        # Forces x at which the indication would just be excluded: a quadratic in x - mean.
        def fieller(off, share, sxx)
          g = ((t * residual_deviation)**2) / (slope * slope * sxx)
          raise InsufficientData.new("the slope is not told from nothing: an indication means no force", g: g) if g >= 1

          centre = off / slope / (1 - g)
          root = Math.sqrt((share * (1 - g)) + (off * off / (slope * slope * sxx)))
          reach = t * residual_deviation / slope.abs / (1 - g) * root
          [@mean + centre - reach, @mean + centre + reach]
        end
      end
    end
  end
end
