# frozen_string_literal: true

module MildAnvil
  module Actions
    module LongTests
      # The lot that was pulled after a long test against the lot that never was under it.
      module Residual
        module_function

        # @param test [Store::Models::LongTest]
        # @return [Core::LongTest::Line, nil] nil unless both lots are named
        def line(test)
          return if test.lot_id.nil? || test.reference_lot_id.nil?

          by = Core::Compare::Comparable.find!("strength")
          after, fresh = Comparing::Gather.new([test.lot, test.reference_lot], by).sides
          Core::LongTest::Residual.line(after, fresh)
        end
      end
    end
  end
end
