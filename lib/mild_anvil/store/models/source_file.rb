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

        # @param name [String]
        # @param bytes [String]
        # @return [SourceFile]
        def self.keep(name:, bytes:, sha256: digest(bytes))
          file = create(name: name, sha256: sha256, byte_count: bytes.bytesize, created_at: Time.now)
          count = (bytes.bytesize.to_f / CHUNK_BYTES).ceil
          packed = Parallel.map((0...count).to_a) { |i| Zlib.deflate(bytes.byteslice(i * CHUNK_BYTES, CHUNK_BYTES), Zlib::BEST_SPEED) }
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
