# frozen_string_literal: true

module MildAnvil
  module Store
    # The few things an installation remembers of itself.
    module Settings
      DEMO = "demo"

      module_function

      def demo?(database = Sequel::Model.db) = !database[:settings].where(name: DEMO).empty?

      def demo!(database = Sequel::Model.db) = database[:settings].insert(name: DEMO, value: "loaded")
    end
  end
end
