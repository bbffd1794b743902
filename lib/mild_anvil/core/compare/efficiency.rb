# frozen_string_literal: true

module MildAnvil
  module Core
    module Compare
      # What comes out of what goes in, pair by pair: a sheave's or a friction element's efficiency.
      class Efficiency
        Estimate = Struct.new(:value, :low, :high, :standard_error, keyword_init: true)

        # @param into [Array<Float>] shape (n,), n >= 2, above zero
        # @param out [Array<Float>] shape (n,)
        # @raise [InvalidInput, InsufficientData]
        def initialize(into, out)
          into, out = Statistics::Checks.pairs(into, out)
          if into.size != out.size
            raise InvalidInput.new("pairs need as many values on one side as on the other", into: into.size,
                                                                                            out: out.size)
          end

          Group.positive!(into)
          if into.size < 2
            raise InsufficientData.new("an efficiency with limits needs at least 2 pairs",
                                       pairs: into.size)
          end

          @into = into
          @out = out
        end

        # Slope through zero: out = e · in.
        def slope(confidence = 0.95)
          fit = Statistics::LinearFit.new([@into], @out)
          error = fit.standard_errors[0]
          estimate(fit.coefficients[0], error, confidence)
        end

        # Mean of the ratios.
        def mean_ratio(confidence = 0.95)
          described = Statistics::Description.of(@out.zip(@into).map { |o, i| o / i })
          estimate(described.mean, described.standard_deviation / Math.sqrt(described.count), confidence)
        end

        # Geometric mean of the ratios.
        def geometric(confidence = 0.95)
          Group.positive!(@out)
          described = Statistics::Description.of(@out.zip(@into).map { |o, i| Math.log(o / i) })
          logs = estimate(described.mean, described.standard_deviation / Math.sqrt(described.count), confidence)
          Estimate.new(value: Math.exp(logs.value), low: Math.exp(logs.low), high: Math.exp(logs.high),
                       standard_error: nil)
        end

        private

        def estimate(value, error, confidence)
          reach = Group.two_sided(confidence, @into.size - 1) * error
          Estimate.new(value: value, low: value - reach, high: value + reach, standard_error: error)
        end
      end
    end
  end
end
