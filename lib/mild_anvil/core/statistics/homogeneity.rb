# frozen_string_literal: true

module MildAnvil
  module Core
    module Statistics
      # The scatter that several earlier lots have in common, and whether they really do.
      module Homogeneity
        Pooled = Struct.new(:standard_deviation, :dof, :statistic, :p, keyword_init: true)

        module_function

        # @param lots [Array<Array<Float>>] each of at least two values
        # @return [Pooled] p nil for one lot alone
        # @raise [InsufficientData]
        # Source: Bartlett, Proceedings of the Royal Society A 160 (1937); NIST e-Handbook 1.3.5.7
        def pooled(lots) = of_described(described!(lots))

        # The same from what is known of each lot: its count and its standard deviation.
        # @param described [Array<#count, #standard_deviation>] counts of at least 2, deviations above 0
        # @return [Pooled]
        # @raise [InsufficientData]
        def of_described(described)
          if described.empty? || described.any? { |d| d.count < 2 || !d.standard_deviation.positive? }
            raise InsufficientData, "borrowed scatter needs earlier lots of two different breaks at least"
          end

          dofs = described.map { |d| d.count - 1 }
          total = dofs.sum
          variance = described.zip(dofs).sum { |d, v| v * (d.standard_deviation**2) } / total
          statistic = described.size > 1 ? bartlett(described, dofs, total, variance) : nil
          Pooled.new(standard_deviation: Math.sqrt(variance), dof: total, statistic: statistic,
                     p: statistic && ChiSquared.upper_tail(statistic, described.size - 1)).freeze
        end

        def described!(lots)
          if lots.empty? || lots.any? { |values| values.size < 2 }
            raise InsufficientData, "borrowed scatter needs at least one earlier lot of two breaks"
          end

          described = lots.map { |values| Description.of(values) }
          raise InsufficientData, "an earlier lot has no scatter at all" if described.any?(&:degenerate?)

          described
        end
        private_class_method :described!

        def bartlett(described, dofs, total, variance)
          raw = (total * Math.log(variance)) - described.zip(dofs).sum { |d, v| v * Math.log(d.standard_deviation**2) }
          raw / (1 + ((dofs.sum { |v| 1.0 / v } - (1.0 / total)) / (3 * (dofs.size - 1))))
        end
        private_class_method :bartlett
      end
    end
  end
end
