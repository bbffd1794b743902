# frozen_string_literal: true

module MildAnvil
  module Actions
    module Watching
      # A product's breaks as the core reads them.
      module Courses
        module_function

        # @param product [Store::Models::WatchedProduct]
        # @return [Core::Watch::Course]
        def of(product)
          points = product.breaks.map { |b| Core::Watch::Course::Point.new(id: b.id, at: b.at, value: b.value_si, batch: b.batch) }
          changes = product.changes.map { |c| Core::Watch::Course::Change.new(at: c.at, words: c.words, rebase: c.rebase) }
          Core::Watch::Course.new(points, limit: product.limit_si, changes: changes)
        end
      end
    end
  end
end
