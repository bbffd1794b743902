# frozen_string_literal: true

module MildAnvil
  module Core
    module Rating
      # Readings of a display are intervals: what agrees within its step does not agree exactly. Where the scatter is
      # smaller than the step alone would hide, equal readings are spread evenly over their step.
      module DisplayStep
        # The standard deviation of what lies anywhere within one step.
        HIDDEN_SHARE = 1 / Math.sqrt(12)

        module_function

        # @param values_si [Array<Float>]; @param step_si [Float, nil] nil or 0: not known
        # @return [Array<Float>] of the same mean, in rising order where they were spread
        def spread(values_si, step_si)
          return values_si unless hidden?(values_si, step_si)

          values_si.sort.group_by(&:itself).flat_map do |value, same|
            same.each_index.map { |i| value + (step_si * (((i + 0.5) / same.size) - 0.5)) }
          end
        end

        # @return [Boolean] whether the step hides what these scatter by
        def hidden?(values_si, step_si)
          return false if values_si.size < 2 || !step_si&.positive? || values_si.min <= step_si / 2

          Statistics::Description.of(values_si).standard_deviation < step_si * HIDDEN_SHARE
        end
      end
    end
  end
end
