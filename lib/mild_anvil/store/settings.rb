# frozen_string_literal: true

module MildAnvil
  module Store
    # The few things an installation remembers of itself.
    module Settings
      DEMO = "demo"

      module_function

      def demo?(database = Sequel::Model.db) = !get(DEMO, database).nil?
      def demo!(database = Sequel::Model.db) = set(DEMO, "loaded", database)

      # @return [String, nil]
      def get(name, database = Sequel::Model.db) = database[:settings].where(name: name).get(:value)

      # @param value [String] up to 200 letters
      def set(name, value, database = Sequel::Model.db)
        Database.again(database) do
          database[:settings].on_duplicate_key_update(:value).insert(name: name, value: value)
        end
      end
    end
  end
end
