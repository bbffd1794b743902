# frozen_string_literal: true

module MildAnvil
  module Core
    module Watch
      # Patterns on a chart that chance alone makes rarely. Each rule gives the places, from 1, at which its pattern is
      # complete.
      module RunRules
        module_function

        # @param chart [IndividualsChart]
        # @return [Hash{Symbol => Array<Integer>}]
        # Source: Western Electric, Statistical Quality Control Handbook, 1956; NIST e-Handbook 6.3.2
        def western_electric(chart)
          z = chart.distances
          { beyond_three: beyond(z), two_of_three_beyond_two: of_last(z, 2, 3, 2.0),
            four_of_five_beyond_one: of_last(z, 4, 5, 1.0), eight_on_one_side: one_side(z, 8) }
        end

        # Source: Nelson, Journal of Quality Technology 16 (1984)
        def nelson(chart)
          { beyond_three: beyond(chart.distances), nine_on_one_side: one_side(chart.distances, 9),
            six_rising_or_falling: steady(chart.values, 6),
            fourteen_alternating: alternating(chart.values, 14) }
        end

        def beyond(z) = places(z) { |i| z[i].abs > 3 }
        private_class_method :beyond

        # The point itself in the zone, and enough of those before it on the same side.
        def of_last(z, needed, window, limit)
          places(z) do |i|
            part = z[[i - window + 1, 0].max..i]
            [1, -1].any? { |side| z[i] * side > limit && part.count { |v| v * side > limit } >= needed }
          end
        end
        private_class_method :of_last

        def one_side(z, length)
          places(z) do |i|
            part = i + 1 >= length ? z[(i - length + 1)..i] : []
            part.any? && (part.all?(&:positive?) || part.all?(&:negative?))
          end
        end
        private_class_method :one_side

        def steady(values, length)
          places(values) do |i|
            steps = i + 1 >= length ? values[(i - length + 1)..i].each_cons(2).map { |a, b| b - a } : []
            steps.any? && (steps.all?(&:positive?) || steps.all?(&:negative?))
          end
        end
        private_class_method :steady

        def alternating(values, length)
          places(values) do |i|
            steps = i + 1 >= length ? values[(i - length + 1)..i].each_cons(2).map { |a, b| b - a } : []
            steps.size > 1 && steps.each_cons(2).all? { |a, b| (a * b).negative? }
          end
        end
        private_class_method :alternating

        def places(values, &block) = values.each_index.select(&block).map { |i| i + 1 }
        private_class_method :places
      end
    end
  end
end
