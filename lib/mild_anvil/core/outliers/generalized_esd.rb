# frozen_string_literal: true

module MildAnvil
  module Core
    module Outliers
      # How many of the farthest values, one after the other, lie too far away for a normal population?
      module GeneralizedEsd
        FEWEST_LEFT = 3
        Result = Struct.new(:statistics, :critical, :removed, :outliers, keyword_init: true)

        module_function

        # @param values [Array<Float>] shape (n,)
        # @param most [Integer] the most outliers that are looked for, at most n - 3
        # @param alpha [Float]
        # @return [Result] outliers: the LARGEST i whose statistic exceeds its limit, so that two cannot hide each other
        # @raise [InsufficientData]
        # Source: Rosner, Technometrics 25 (1983); NIST e-Handbook 1.3.5.17.3
        def call(values, most:, alpha: 0.05)
          values = Statistics::Checks.floats(values)
          if most < 1 || values.size < most + FEWEST_LEFT
            raise InsufficientData.new("looking for #{most} outliers needs at least #{most + FEWEST_LEFT} values",
                                       values: values.size)
          end

          rest = values.dup
          steps = (1..most).map { |i| step(rest, values.size, i, alpha) }
          Result.new(statistics: steps.map(&:first), critical: steps.map { |s| s[1] }, removed: steps.map(&:last),
                     outliers: (1..most).select { |i| steps[i - 1][0] > steps[i - 1][1] }.max || 0)
        end

        def step(rest, count, index, alpha)
          described = Statistics::Description.of(rest)
          farthest = rest.max_by { |v| (v - described.mean).abs }
          statistic = described.degenerate? ? 0.0 : (farthest - described.mean).abs / described.standard_deviation
          rest.delete_at(rest.index(farthest))
          [statistic, limit(count, index, alpha), farthest]
        end
        private_class_method :step

        def limit(count, index, alpha)
          dof = count - index - 1
          t = Statistics::StudentT.upper_quantile(alpha / (2.0 * (count - index + 1)), dof)
          (count - index) * t / Math.sqrt((dof + (t * t)) * (count - index + 1))
        end
        private_class_method :limit
      end
    end
  end
end
