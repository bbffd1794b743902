# frozen_string_literal: true

require "openssl"
require "zlib"

module MildAnvil
  module Store
    module Models
      # A file as it was handed in, kept whole.
      class SourceFile < Sequel::Model(:source_files)
        CHUNK_BYTES = 4 * 1024 * 1024

        # @return [String] SHA-256 in hexadecimal
        def self.digest(bytes) = OpenSSL::Digest.hexdigest("SHA256", bytes)

        # Compresses without the interpreter's lock, so that it can run beside the reading of the same bytes.
        # @return [Array<String>]
        def self.pack(bytes)
          (0...bytes.bytesize).step(CHUNK_BYTES).map { |at| Zlib.deflate(bytes.byteslice(at, CHUNK_BYTES), Zlib::BEST_SPEED) }
        end

        # @param name [String]
        # @param bytes [String]
        # @param packed [Array<String>] what pack gave for these bytes
        # @return [SourceFile]
        def self.keep(name:, bytes:, packed: pack(bytes))
          file = create(name: name, sha256: digest(bytes), byte_count: bytes.bytesize, created_at: Time.now)
          Blobs.insert(:source_file_chunks, %i[source_file_id position content], packed.each_with_index.map { |content, i| [file.id, i, content] }, db)
          file
        end

        # @return [String] the bytes that were handed in
        def bytes
          db[:source_file_chunks].where(source_file_id: id).order(:position).select_map(:content).map { |part| Zlib.inflate(part) }.join
        end
      end
    end
  end
end
