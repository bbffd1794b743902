# frozen_string_literal: true

module MildAnvil
  module Actions
    # What a person may choose about a file before it is saved.
    module FileChoices
      MAX_BYTES = Devices::Delimited::FileReader::LARGEST_BYTES

      module_function

      # @param given [Hash] checked values of a request; others are left aside
      # @return [Devices::Delimited::FileReader::Choices]
      def call(given)
        choices = Devices::Delimited::FileReader::Choices
        choices.new(**given.slice(*choices.members))
      end

      # @param path [String] of a file that was uploaded
      # @return [Devices::Delimited::Source]
      def source(path) = Devices::Delimited::Source.file(path)
    end
  end
end
