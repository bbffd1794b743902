# frozen_string_literal: true

require "base64"
require "json"
require "openssl"

module MildAnvil
  module Core
    module Seal
      # A text, the key that signed it, the signature: what an outsider checks without us. Source: RFC 8032.
      class Sealed
        SHOWN = 16 # digits of a fingerprint on paper: 64 bits
        SIGNATURE_BYTES = 64

        # @param public_key [OpenSSL::PKey::PKey]
        # @return [String] SHA-256 of the 32 bytes of the key, in hexadecimal digits
        def self.fingerprint(public_key)
          OpenSSL::Digest::SHA256.hexdigest(public_key.public_to_der.byteslice(-32, 32))
        end

        # @return [String] as people compare it: four groups of four
        def self.short(fingerprint) = fingerprint[0, SHOWN].scan(/..../).join(" ")

        # @param pem [String]
        # @return [OpenSSL::PKey::PKey, nil] nil for what is no key of this kind
        def self.public_key(pem)
          key = OpenSSL::PKey.read(pem.to_s)
          key if key.oid == "ED25519"
        rescue OpenSSL::PKey::PKeyError
          nil
        end

        attr_reader :text, :public_pem, :signature

        # @param text [String]; @param public_pem [String]; @param signature [String] base64
        def initialize(text:, public_pem:, signature:)
          @text = text
          @public_pem = public_pem
          @signature = signature
        end

        # @param key [OpenSSL::PKey::PKey] private
        # @return [Sealed]
        def self.make(text, key)
          new(text: text, public_pem: key.public_to_pem, signature: Base64.strict_encode64(key.sign(nil, text)))
        end

        # @return [Boolean] whether the key signed this text
        def genuine?
          key = Sealed.public_key(public_pem) or return false
          bytes = Base64.strict_decode64(signature.to_s)
          bytes.bytesize == SIGNATURE_BYTES && key.verify(nil, bytes, text)
        rescue ArgumentError, OpenSSL::PKey::PKeyError
          false
        end

        # @return [String, nil] of the key
        def fingerprint = Sealed.public_key(public_pem)&.then { |key| Sealed.fingerprint(key) }

        # @return [Hash] what the text says, string keys; empty where it is no JSON
        def content
          read = JSON.parse(text)
          read.is_a?(Hash) ? read : {}
        rescue JSON::ParserError
          {}
        end

        # @return [String] in one line
        def line = JSON.generate({ text: text, key: public_pem, signature: signature })

        # @param line [String]
        # @return [Sealed, nil]
        def self.read(line)
          read = JSON.parse(line)
          return unless read.is_a?(Hash) && read.values_at("text", "key", "signature").all?(String)

          new(text: read["text"], public_pem: read["key"], signature: read["signature"])
        rescue JSON::ParserError, EncodingError
          nil
        end
      end
    end
  end
end
