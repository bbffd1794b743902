# frozen_string_literal: true

module MildAnvil
  module Actions
    # A change is made to what the person saw, or not at all.
    module Stale
      module_function

      # @param row [Sequel::Model] with a version, locked
      # @param version [Integer, nil] as the person saw it; nil: whoever calls has just read it
      # @param name [String] of the row, in a sentence
      # @raise [Conflict] when it was changed meanwhile
      def refuse!(row, version, name)
        return if version.nil? || row.version == version

        raise Conflict.new("Somebody else changed #{name} while you were typing. Nothing was saved; load it again " \
                           "and repeat your change", version: row.version)
      end
    end
  end
end
