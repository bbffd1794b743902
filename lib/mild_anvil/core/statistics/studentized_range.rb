# frozen_string_literal: true

module MildAnvil
  module Core
    module Statistics
      # The range of k normal means over an independent estimate of their standard deviation: what Tukey's comparison
      # needs.
      module StudentizedRange
        REACH = 7.5 # standard deviations of the lowest mean: beyond lies less than 1e-13
        # Panels of the inner integral; the lowest of many means lies in a narrow place. Either way it is good to 1e-8.
        PANELS = 4
        PANELS_FOR_MANY = 8
        MANY = 12 # groups
        DENSITY_REACH = 8.0
        DENSITY_PANELS = 3
        # Where a range of normal means turns: the outer panels break there, so that a narrow step is never stepped
        # over.
        TURNS = [1.0, 3.0, 5.0, 8.0].freeze
        NEGLIGIBLE = 1.0e-14
        # The inner integral is laid down once for each number of groups; smaller chances than FINE are summed anew.
        WIDEST = 12.0 # beyond lies nothing that counts beside FINE
        PIECE = 1.5
        PLACES = 16
        FINE = 1.0e-6
        NODES = Memo.new
        TABLES = Memo.new
        MEMO = Memo.new

        module_function

        # @param q [Float] >= 0
        # @param groups [Integer] k >= 2
        # @param dof [Float] > 0
        # @return [Float] P(Q > q), summed as such where it is small
        # Source: Copenhaver and Holland, Journal of Statistical Computation and Simulation 30 (1988)
        # Method: outer integral over s = sqrt(chi2/dof), inner over the lowest mean; composite Gauss-Legendre.
        def upper_tail(q, groups, dof)
          return 1.0 unless q.positive?

          table = TABLES.fetch([groups]) { ChebyshevPieces.new(PIECE, PLACES) { |w| range_upper_tail(w, groups) } }
          nodes = scales(q, dof)
          sum = nodes.sum { |s, weight| q * s < WIDEST ? weight * table.at(q * s) : 0.0 }
          sum = nodes.sum { |s, weight| weight * range_upper_tail(q * s, groups) } if sum < FINE
          sum.clamp(0.0, 1.0)
        end

        # @param p [Float] 0 < p < 1
        # @return [Float] q with P(Q <= q) = p
        # @raise [InvalidInput]
        def quantile(p, groups, dof)
          Checks.shares!(p: p)
          raise InvalidInput.new("a range needs at least two groups", groups: groups) if groups < 2

          MEMO.fetch([p, groups, dof]) do
            excess = ->(q) { (1 - p) - upper_tail(q, groups, dof) }
            Roots.bracketed(*Roots.expand_upwards(0.0, 2.0, &excess), tolerance: 1.0e-11, &excess)
          end
        end

        # P(range of k standard normals > w) = 1 - k ∫ φ(z) (Φ(z + w) - Φ(z))^(k-1) dz, with the integrand's complement
        # summed, so that small tails keep their digits.
        def range_upper_tail(w, groups)
          groups * nodes(groups > MANY ? PANELS_FOR_MANY : PANELS).sum do |z, weight, whole|
            weight * complement(z, whole, w, groups)
          end
        end
        private_class_method :range_upper_tail

        # With Φ(z + w) - Φ(z) = (1 - Φ(z)) - (1 - Φ(z + w)): what is missing to its value at w = ∞, which integrates
        # to 1/k.
        def complement(z, whole, w, groups)
          share = [Normal.upper_tail(z + w) / whole, 1.0].min
          return whole**(groups - 1) if share >= 1.0

          (whole**(groups - 1)) * -SmallDifferences.expm1((groups - 1) * SmallDifferences.log1p(-share))
        end
        private_class_method :complement

        def nodes(panels)
          NODES.fetch(panels) do
            GaussLegendre.each_node((0..panels).map { |i| -REACH + (2 * REACH * i / panels) }).filter_map do |z, weight|
              share = weight * Normal.density(z)
              [z, share, Normal.upper_tail(z)] if share > NEGLIGIBLE
            end.freeze
          end
        end
        private_class_method :nodes

        # Nodes and weights over the density of s = sqrt(chi2/dof).
        def scales(q, dof)
          return [[1.0, 1.0]] if dof == Float::INFINITY

          half = dof / 2.0
          constant = Math.log(2.0) + (half * Math.log(half)) - half - Math.lgamma(half)[0]
          width = 1 / Math.sqrt(2.0 * dof)
          low = [0.0, 1 - (DENSITY_REACH * width)].max
          high = 1 + (DENSITY_REACH * width)
          breaks = [*(0..DENSITY_PANELS).map { |i| low + ((high - low) * i / DENSITY_PANELS) }, *TURNS.map do |w|
            w / q
          end.select { |s| s > low && s < high }].sort
          GaussLegendre.each_node_from_zero(breaks, dof).filter_map do |s, weight|
            density = Math.exp(constant + ((dof - 1) * Math.log(s)) - (half * ((s * s) - 1)))
            [s, weight * density] if weight * density > NEGLIGIBLE
          end
        end
        private_class_method :scales
      end
    end
  end
end
