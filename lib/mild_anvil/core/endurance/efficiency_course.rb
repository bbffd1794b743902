# frozen_string_literal: true

module MildAnvil
  module Core
    module Endurance
      # What comes out of what goes in, again and again over many cycles: does it fall?
      class EfficiencyCourse
        attr_reader :shares

        # @param counts [Array<Numeric>] shape (n,), rising; @param into, out [Array<Float>] shape (n,)
        # @raise [InvalidInput]
        def initialize(counts, into, out)
          Compare::Group.positive!(into)
          @counts = counts
          @shares = out.zip(into).map { |o, i| o / i }
        end

        # @return [Hash, nil] per_thousand:, low:, high:; nil with fewer than three readings
        def trend(confidence = 0.95)
          return if @counts.uniq.size < 3

          fit = Statistics::LinearFit.new([Array.new(@counts.size, 1.0), @counts.map { |c| c / 1000.0 }], shares)
          reach = Statistics::StudentT.quantile((1 + confidence) / 2, fit.dof) * fit.standard_errors[1]
          slope = fit.coefficients[1]
          { per_thousand: slope, low: slope - reach, high: slope + reach }
        end
      end
    end
  end
end
