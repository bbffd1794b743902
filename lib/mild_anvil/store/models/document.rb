# frozen_string_literal: true

module MildAnvil
  module Store
    module Models
      # The bytes that were handed out, with their hash; served from here and never drawn again.
      class Document < Sequel::Model(:documents)
        include Record

        # @return [String] in hexadecimal digits
        def self.sha256(bytes) = OpenSSL::Digest::SHA256.hexdigest(bytes)

        # @return [String]
        # @raise [Tampered]
        def bytes
          return content if Document.sha256(content) == sha256

          raise Tampered.new(
            "This document is not what was handed out: its bytes have another hash. It is not given out", id: id
          )
        end
      end
    end
  end
end
