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

      # @return [Tempfile] for a file that is being uploaded, without a name
      def room = Devices::Delimited::Nameless.file

      # @param file [Tempfile] that was uploaded, without a name
      # @return [Devices::Delimited::Source]
      # @raise [InvalidInput] for a gzip file that cannot be unpacked
      def source(file) = Devices::Delimited::Source.uploaded(file)
    end
  end
end
