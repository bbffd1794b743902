# frozen_string_literal: true

module MildAnvil
  module Core
    module Endurance
      # How a displacement under a constant load goes on: d = d0 + a·t^b, with what it comes to later.
      #
      # The exponent is searched, the other two follow linearly; a plain step-by-step fit fails near b = 0.
      class PowerCreep
        FEWEST = 4
        EXPONENTS = [0.005, *(1..30).map { |i| i * 0.05 }, 2.0, 3.0].freeze
        POLISHING_STEPS = 30
        LEAST_EXPONENT = 0.01
        SEARCHED = 1.0e-6 # of the exponent; the steps after it find the other digits

        attr_reader :initial, :coefficient, :exponent, :rss, :dof

        # @param times [Array<Float>] shape (n,), n >= 4, above zero, in the unit in which the coefficient is wanted
        # @param displacements [Array<Float>] shape (n,)
        # @raise [InsufficientData] with fewer than four readings: three fit three unknowns exactly
        # @raise [InvalidInput] for a time that is not above zero
        # Source: Findley, Lai and Onaran, Creep and Relaxation of Nonlinear Viscoelastic Materials, 1976, chapter 2
        # Method: least squares, n - 3 degrees of freedom; interval of the extrapolation by the delta method. Checked:
        # docs/validation.md, section 12
        def initialize(times, displacements)
          times, displacements = Statistics::Checks.pairs(times, displacements)
          if times.size < FEWEST
            raise InsufficientData.new("#{times.size} readings fit three unknowns exactly or not at all: no " \
                                       "residual, no interval. Take at least #{FEWEST}",
                                       readings: times.size)
          end
          unless times.all?(&:positive?)
            raise InvalidInput.new("the power law needs times above zero: leave out the reading at time zero",
                                   times: times.first(3))
          end

          @times = times
          @displacements = displacements
          @logs = times.map { |t| Math.log(t) }
          @exponent = polished(Statistics::Minimum.along(EXPONENTS, tolerance: SEARCHED) { |b| roughly(b) })
          power!
          fit = linear(@exponent)
          @initial, @coefficient = fit.coefficients
          @rss = fit.rss
          @dof = times.size - 3
        end

        def residual_deviation = Math.sqrt(rss / dof)

        # @return [Array<Float>] standard errors of d0, a, b
        def standard_errors
          covariance.each_index.map { |i| residual_deviation * Math.sqrt(covariance[i][i]) }
        end

        # @return [Float] d at a time
        def at(time) = initial + (coefficient * (time**exponent))

        # @return [Hash] value:, standard_error:, low:, high: of the curve at a time
        def extrapolated(time, confidence: 0.95)
          row = gradient(time, Math.log(time))
          variance = row.each_index.sum { |i| row.each_index.sum { |j| row[i] * covariance[i][j] * row[j] } }
          error = residual_deviation * Math.sqrt([variance, 0.0].max)
          reach = t(confidence) * error
          { value: at(time), standard_error: error, low: at(time) - reach, high: at(time) + reach }
        end

        # @return [Boolean] whether it slows down for good: below one, and upwards
        def slowing? = exponent < 1 && coefficient.positive?

        private

        # Towards an exponent of nothing the law becomes a logarithm, and its other two figures run away.
        def power!
          return if @exponent >= LEAST_EXPONENT

          raise InsufficientData.new(
            "the exponent runs to nothing: these readings follow the logarithm of time, not a power of it. Use the " \
            "log-time line", exponent: @exponent
          )
        end

        # The rest of squares by sums: half the digits, which are enough to find where to begin.
        def roughly(b)
          powers = @logs.map { |l| Math.exp(b * l) }
          n = powers.size
          x = powers.sum / n
          y = @displacements.sum / n
          sxx = sxy = syy = 0.0
          powers.each_with_index do |power, i|
            dx = power - x
            dy = @displacements[i] - y
            sxx += dx * dx
            sxy += dx * dy
            syy += dy * dy
          end
          sxx.zero? ? syy : syy - (sxy * sxy / sxx)
        end

        def linear(b)
          Statistics::LinearFit.new([Array.new(@times.size, 1.0), @logs.map { |l| Math.exp(b * l) }], @displacements)
        end

        # Gauss-Newton from where the search ended: the search knows the exponent only to half the digits.
        def polished(b)
          POLISHING_STEPS.times do
            fit = linear(b)
            initial, coefficient = fit.coefficients
            powers = @logs.map { |l| Math.exp(b * l) }
            columns = [Array.new(@times.size, 1.0), powers, powers.zip(@logs).map { |p, l| coefficient * p * l }]
            residuals = @displacements.each_with_index.map { |d, i| d - initial - (coefficient * powers[i]) }
            step = Statistics::LinearFit.new(columns, residuals).coefficients.last
            return b if !step.finite? || step.abs > 0.1

            b += step
            return b if step.abs < 1.0e-14
          end
          b
        rescue InvalidInput # flat data: the exponent cannot be told any better
          b
        end

        def gradient(time, log) = [1.0, time**exponent, coefficient * (time**exponent) * log]
        def t(confidence) = (@t ||= {})[confidence] ||= Statistics::StudentT.quantile((1 + confidence) / 2, dof)
        def covariance = @covariance ||= LinearSystem.covariance(gradients)
        def gradients = @gradients ||= @times.zip(@logs).map { |t, l| gradient(t, l) }
      end
    end
  end
end
