# frozen_string_literal: true

module MildAnvil
  module Core
    module Statistics
      # Binomial tail probabilities, exact enough to decide ranks that sit on an edge.
      module Binomial
        module_function

        # @param hits [Integer]
        # @param trials [Integer]
        # @param p [Float] 0 < p < 1
        # @return [Float] P(X >= hits)
        # Method: P(X >= r) = I_p(r, n - r + 1)
        def at_least(hits, trials, p)
          return 1.0 if hits <= 0
          return 0.0 if hits > trials

          IncompleteBeta.lower(hits.to_f, (trials - hits + 1).to_f, p)
        end
      end
    end
  end
end
