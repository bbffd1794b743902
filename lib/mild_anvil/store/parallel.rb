# frozen_string_literal: true

module MildAnvil
  module Store
    # Runs blocks that spend their time outside the interpreter's lock, such as compressing, on two cores.
    module Parallel
      WORKERS = 2

      module_function

      # @return [Array] the results in the order of the items
      def map(items, &block)
        return items.map(&block) if items.size < 2

        share = (items.size.to_f / WORKERS).ceil
        items.each_slice(share).map { |slice| Thread.new { slice.map(&block) } }.flat_map(&:value)
      end
    end
  end
end
