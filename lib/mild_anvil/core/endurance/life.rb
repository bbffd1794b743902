# frozen_string_literal: true

module MildAnvil
  module Core
    module Endurance
      # How many cycles does a piece stand at a load? Failures count as such, run-outs as "at least".
      #
      # log N = A + B·log S with a normal scatter of log N, the same at every load.
      class Life
        FEWEST_LEVELS = 2

        # load: any unit above 0; cycles: at failure, or when it was stopped whole
        Piece = Struct.new(:load, :cycles, :failed, keyword_init: true)

        attr_reader :fit

        # @param pieces [Array<Piece>]
        # @raise [InsufficientData] with one load only, or too few failures
        # Source: Basquin, Proceedings ASTM 10 (1910) 625; Nelson, Accelerated Testing, 1990, chapter 5
        def initialize(pieces)
          @pieces = pieces
          if loads.size < FEWEST_LEVELS
            raise InsufficientData, "life against load needs at least two loads; these pieces ran at one"
          end

          @centre = pieces.sum { |p| Math.log(p.load) } / pieces.size
          observations = pieces.map do |p|
            Rating::Observation.new(counts_as: p.failed ? :break : :at_least, value_si: p.cycles.to_f)
          end
          @fit = Compare::CensoredRegression.new(observations, [Array.new(pieces.size, 1.0), pieces.map do |p|
            x(p.load)
          end])
        end

        def loads = @pieces.map(&:load).uniq.sort

        # @return [Float] B: by how many decades of life a decade of load takes (negative)
        def slope = fit.coefficients[1]

        # @return [Array(Float, Float)]
        def slope_interval(confidence = 0.95) = fit.interval([0.0, 1.0], confidence)

        # @return [Hash] median:, low:, high: (cycles) of the middle of the population at a load
        def at(load, confidence: 0.95)
          row = [1.0, x(load)]
          low, high = fit.interval(row, confidence)
          { median: Math.exp(fit.at(row)), low: Math.exp(low), high: Math.exp(high) }
        end

        # Lower bound of the life that a share of the population outlives, by the delta method, the scatter's own
        # uncertainty within it.
        # @return [Float] cycles
        # Source: Meeker and Escobar, Statistical Methods for Reliability Data, 1998, section 8.4
        def outlived(load, share: 0.95, confidence: 0.95)
          z = Statistics::Normal.quantile(share)
          row = [1.0, x(load)]
          dof = fit.dof
          widened = fit.breaks.fdiv(dof)
          variance = ((fit.standard_error(row)**2) + (((z * fit.scale)**2) / (2.0 * fit.breaks))) * widened
          t = Statistics::StudentT.quantile(confidence, dof)
          Math.exp(fit.at(row) - (z * fit.scale * Math.sqrt(widened)) - (t * Math.sqrt(variance)))
        end

        # @return [Boolean] whether a load lies within those that were tested
        def tested?(load) = load.between?(loads.first, loads.last)

        private

        def x(load) = Math.log(load) - @centre
      end
    end
  end
end
