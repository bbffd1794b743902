# frozen_string_literal: true

module MildAnvil
  module Core
    module Compare
      # What comes out of what goes in, in sentences: a sheave, a termination, a friction element; and whether that
      # changes with the load or the speed.
      module EfficiencyWords
        FEWEST = 4 # pairs, to say anything about a change

        module_function

        # @param into [Array<Float>]; @param out [Array<Float>] pairs, above zero
        # @param speeds [Array<Float>, nil] of each pair
        # @return [Hash] value:, low:, high:, sentences:
        # @raise [InvalidInput, InsufficientData]
        def call(into, out, speeds: nil, confidence: 0.95)
          slope = Efficiency.new(into, out).slope(confidence)
          ratios = into.zip(out).map { |a, b| b / a }
          said = format("Out is %.3f of in, between %.3f and %.3f with %g %%.", slope.value, slope.low, slope.high,
                        confidence * 100)
          { value: slope.value, low: slope.low, high: slope.high,
            sentences: [said, change("the load", into, ratios, confidence),
                        (change("the speed", speeds, ratios, confidence) if speeds)].compact }
        end

        # By a straight line of the ratio.
        def change(what, levels, ratios, confidence)
          return if levels.size < FEWEST || levels.uniq.size < 2

          fit = Statistics::LinearFit.new([Array.new(levels.size, 1.0), levels], ratios)
          reach = Group.two_sided(confidence, fit.dof) * fit.standard_error([0.0, 1.0])
          slope = fit.coefficients[1]
          return "Whether it changes with #{what} cannot be told." if slope.abs <= reach

          span = levels.max - levels.min
          format("It #{slope.positive? ? 'rises' : 'falls'} with #{what}: by %.3f from the lowest to the highest.",
                 (slope * span).abs)
        end
        private_class_method :change
      end
    end
  end
end
