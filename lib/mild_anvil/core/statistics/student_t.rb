# frozen_string_literal: true

module MildAnvil
  module Core
    module Statistics
      # Student's t distribution with real degrees of freedom.
      module StudentT
        module_function

        # @param t [Float]
        # @param dof [Float] > 0
        # @return [Float] P(T > t)
        def upper_tail(t, dof)
          squared = t * t
          half = 0.5 * IncompleteBeta.lower(dof / 2.0, 0.5, dof / (dof + squared), squared / (dof + squared))
          t.negative? ? 1 - half : half
        end

        # @return [Float] P(T <= t)
        def cdf(t, dof) = upper_tail(-t, dof)

        # @return [Float] density at t
        def density(t, dof)
          log = (-0.5 * Math.log(dof)) - IncompleteBeta.log_beta(dof / 2.0, 0.5)
          Math.exp(log - (((dof + 1) / 2.0) * Math.log(1 + (t * t / dof))))
        end

        # The value that a t variable stays below with probability p.
        #
        # @param p [Float] 0 < p < 1
        # @param dof [Float] > 0, need not be whole
        # @return [Float]
        # @raise [InvalidInput] outside these ranges
        # Method: P(T > t) = 1 - p solved by safeguarded root finding in ln t.
        def quantile(p, dof)
          raise InvalidInput.new("a probability must lie strictly between 0 and 1", p: p) unless p > 0 && p < 1
          raise InvalidInput.new("degrees of freedom must be above 0", dof: dof) unless dof.positive?

          p < 0.5 ? -upper_quantile(p, dof) : upper_quantile(1 - p, dof)
        end

        # @param tail [Float] 0 < tail <= 0.5
        # @return [Float] t with P(T > t) = tail
        def upper_quantile(tail, dof)
          return 0.0 if (tail - 0.5).abs < 1.0e-17

          bracket = Roots.expand_upwards(0.0, 1.0) { |t| tail - upper_tail(t, dof) }
          Roots.newton(*bracket, [Normal.upper_quantile(tail), bracket[0]].max) do |t|
            [tail - upper_tail(t, dof), density(t, dof)]
          end
        end
      end
    end
  end
end
