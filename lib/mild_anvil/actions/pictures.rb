# frozen_string_literal: true

module MildAnvil
  module Actions
    # Hands out a picture.
    module Pictures
      module_function

      # @return [Array(String, String)] media type and bytes
      # @raise [NotFound]
      def read(id)
        picture = Store::Models::Attachment.fetch!(id)
        [picture.media_type, picture.content]
      end
    end
  end
end
