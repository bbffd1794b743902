# frozen_string_literal: true

module MildAnvil
  module Store
    # Stored bytes with their hash beside them: looked at each time they are read.
    module Sealed
      module_function

      # @param content [String]
      # @return [String] 32 bytes
      def hash(content) = OpenSSL::Digest::SHA256.digest(content)

      # @param content [String] as stored
      # @param sha256 [String] 32 bytes, as stored
      # @param what [String] in a sentence
      # @return [String] the content
      # @raise [Tampered]
      def open(content, sha256, what)
        return content if hash(content) == sha256

        raise Tampered, "#{what} is not what was stored: its bytes have another hash. It is not given out"
      end
    end
  end
end
