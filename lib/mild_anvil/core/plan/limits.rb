# frozen_string_literal: true

module MildAnvil
  module Core
    module Plan
      # The limits of a plan that stand on the force rule of every later screen: train, guard, bench, cell.
      module Limits
        module_function

        # @param plan [Composed]
        # @return [Array<Hash>] key:, name:, value_si:, ascending
        def of(plan)
          [train(plan), *bench(plan)].compact.sort_by { |limit| limit[:value_si] }
        end

        def train(plan)
          weakest = plan.train&.weakest_other or return
          { key: "train", name: weakest.name, value_si: weakest.capacity }
        rescue InvalidInput
          nil # what is wrong with the train is said by its own section
        end
        private_class_method :train

        def bench(plan)
          bench = plan.world.benches.find { |b| b.id == plan.content[:bench_id] } or return []
          pulls = plan.world.push ? bench.push_newtons : bench.pull_newtons
          [named("guard", "Guard contains", bench.guard_newtons), named("bench", bench.name, pulls),
           *bench.cells.flat_map { |cell| cell_limits(cell) }]
        end
        private_class_method :bench

        def cell_limits(cell)
          [named("cell", "#{cell.name} verified", [cell.capacity_newtons, cell.verified_high].compact.min)]
        end
        private_class_method :cell_limits

        def named(key, name, value) = value && { key: key, name: name, value_si: value }
        private_class_method :named
      end
    end
  end
end
