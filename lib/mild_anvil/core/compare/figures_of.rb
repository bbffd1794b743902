# frozen_string_literal: true

module MildAnvil
  module Core
    module Compare
      # How finely averages and differences are stated: by how much the groups scatter, not by how large they are.
      module FiguresOf
        FINER_THAN_SCATTER = 4.0

        module_function

        # @param sides [Array<Side>]
        # @param unit [Quantity::Unit]; @param others [Array<Quantity::Unit>]
        # @return [Quantity::FigureRule]
        def call(sides, unit, others: [])
          largest = sides.flat_map { |side| side.counted.map(&:value_si) }.max || 0.0
          scatter = scatter(sides)
          return Quantity::FigureRule.for(unit: unit, largest_si: largest, others: others) unless scatter&.positive?

          step = "1e#{Math.log10(unit.from_si(scatter) / FINER_THAN_SCATTER).floor}"
          Quantity::FigureRule.new(unit: unit, step: step, others: others)
        end

        # @return [Float, nil] within the groups, all values as they were read
        def scatter(sides)
          groups = sides.map { |side| side.counted.map(&:value_si) }.reject { |values| values.size < 2 }
          return if groups.empty?

          Math.sqrt(groups.sum { |values| Group.squares(values) } / groups.sum { |values| values.size - 1 })
        end
        private_class_method :scatter
      end
    end
  end
end
