# frozen_string_literal: true

module MildAnvil
  module Actions
    # Hands out a picture.
    module Pictures
      module_function

      # @return [Array(String, String)] media type and bytes
      # @raise [NotFound]
      def read(id)
        picture = sound!(Store::Models::Attachment.fetch!(id))
        [picture.media_type, picture.content]
      end

      # @param row [Store::Models::Attachment]
      # @return [Store::Models::Attachment] the same
      # @raise [Tampered] when its bytes are not those that were stored
      def sound!(row)
        return row if OpenSSL::Digest::SHA256.hexdigest(row.content) == row.sha256

        raise Tampered, "#{row.name} is not what was stored: its bytes have another hash. It is not given out"
      end
    end
  end
end
