# frozen_string_literal: true

module MildAnvil
  module Actions
    # Hands out a logger's file as it came.
    module OriginalFile
      module_function

      # @return [Array(String, String)] name and bytes
      # @raise [NotFound, Tampered]
      def call(file_id:)
        file = Store::Models::SourceFile[file_id] || raise(NotFound.new("there is no file #{file_id}", id: file_id))
        [file.name, file.bytes]
      end
    end
  end
end
