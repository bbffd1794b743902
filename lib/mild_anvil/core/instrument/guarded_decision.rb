# frozen_string_literal: true

module MildAnvil
  module Core
    module Instrument
      # Is a reading above a lower limit, given how well it is known; and how often does that rule go wrong?
      class GuardedDecision
        REACH = 9.0 # standard deviations
        PANELS = 24

        # @param limit [Float] lower limit
        # @param standard [Float] standard uncertainty of a reading, > 0
        # @param guard_factor [Float] the guard band in standard uncertainties; 1.645 keeps 5 %
        # @raise [InvalidInput]
        # Source: JCGM 106:2012
        def initialize(limit:, standard:, guard_factor:)
          raise InvalidInput.new("an uncertainty must be above zero", standard: standard) unless standard.positive?

          @limit = limit
          @standard = standard
          @guard_factor = guard_factor
        end

        def acceptance_limit = @limit + (@guard_factor * @standard)
        def accept?(reading) = reading >= acceptance_limit

        # @return [Float] chance that the true value lies below the limit, for this reading alone
        def probability_nonconforming(reading) = Statistics::Normal.cdf((@limit - reading) / @standard)

        # The same for a whole production, whose true values scatter.
        # @return [Float] share that is accepted though it is below the limit
        def false_accept(mean, deviation)
          integral(mean, deviation, -Float::INFINITY, @limit) { |z| Statistics::Normal.upper_tail(z) }
        end

        # @return [Float] share that is rejected though it is above the limit
        def false_reject(mean, deviation)
          integral(mean, deviation, @limit, Float::INFINITY) { |z| Statistics::Normal.cdf(z) }
        end

        def probability_accept(mean, deviation)
          Statistics::Normal.upper_tail((acceptance_limit - mean) / Math.hypot(deviation, @standard))
        end

        private

        # Over the true values, weighted by the chance of the reading's side; panels break where that chance turns.
        def integral(mean, deviation, from, to)
          low = [from, mean - (REACH * deviation)].max
          high = [to, mean + (REACH * deviation)].min
          return 0.0 unless high > low

          turns = (-8..8).map { |j| acceptance_limit + (j * @standard) }
          even = (1...PANELS).map { |i| low + ((high - low) * i / PANELS) }
          breaks = [low, high, *[*turns, *even].select { |b| b > low && b < high }].sort.uniq
          Statistics::GaussLegendre.each_node(breaks).sum do |true_value, weight|
            density = Statistics::Normal.density((true_value - mean) / deviation)
            weight / deviation * density * yield((acceptance_limit - true_value) / @standard)
          end
        end
      end
    end
  end
end
