# frozen_string_literal: true

require "base64"
require "openssl"

module MildAnvil
  module Core
    module Seal
      # The signature under the bytes of a paper: a comment behind the end of the PDF, followed by another end, so that
      # every reader opens it as before. Source of what stands there: PDF 1.7, 7.5.5.
      module PaperSeal
        MARK = "%MildAnvilSeal "
        LINE = %r{^#{MARK}([A-Za-z0-9+/=]+)\nstartxref\n(\d+)\n%%EOF\n\z}
        START = /startxref\s+(\d+)\s+%%EOF\s*\z/
        TAIL_BYTES = 64 << 10

        # genuine: whether the key signed it; whole: whether the bytes are those that it signed.
        Read = Struct.new(:sealed, :genuine, :whole, keyword_init: true)

        module_function

        # @param pdf [String]; @param about [Hash] what the seal says besides
        # @yieldparam about [Hash] with the hash of the bytes; @yieldreturn [Sealed]
        # @return [String] the bytes with their seal
        # @raise [ArgumentError] for what is no PDF
        def append(pdf, about)
          start = pdf[START, 1] or raise ArgumentError, "no PDF"
          body = pdf.end_with?("\n") ? pdf : "#{pdf}\n".b
          sealed = yield(about.merge(bytes: body.bytesize, bytes_sha256: digest(body)))
          "#{body}#{MARK}#{Base64.strict_encode64(sealed.line)}\nstartxref\n#{start}\n%%EOF\n".b
        end

        # @param bytes [String] of a paper
        # @return [Read, nil] nil where no seal is under it
        def read(bytes)
          bytes = bytes.b
          at = bytes.rindex("\n#{MARK}") or return
          found = LINE.match(bytes.byteslice(at + 1, TAIL_BYTES)) or return
          sealed = Sealed.read(Base64.strict_decode64(found[1])) or return
          body = bytes.byteslice(0, at + 1)
          said = sealed.content
          start = body[START, 1]
          Read.new(sealed: sealed, genuine: sealed.genuine?,
                   whole: said["bytes"] == body.bytesize && said["bytes_sha256"] == digest(body) && found[2] == start)
        rescue ArgumentError
          nil
        end

        def digest(bytes) = OpenSSL::Digest::SHA256.hexdigest(bytes)
        private_class_method :digest
      end
    end
  end
end
