# frozen_string_literal: true

require "digest"
require "zlib"

module MildAnvil
  module Store
    module Models
      # A file as it was handed in, kept whole.
      class SourceFile < Sequel::Model(:source_files)
        CHUNK_BYTES = 4 * 1024 * 1024

        # @param name [String]
        # @param bytes [String]
        # @return [SourceFile]
        def self.keep(name:, bytes:)
          file = create(name: name, sha256: Digest::SHA256.hexdigest(bytes), byte_count: bytes.bytesize, created_at: Time.now)
          count = (bytes.bytesize.to_f / CHUNK_BYTES).ceil
          packed = Parallel.map((0...count).to_a) { |i| Zlib.deflate(bytes.byteslice(i * CHUNK_BYTES, CHUNK_BYTES), Zlib::BEST_SPEED) }
          packed.each_with_index { |content, i| db[:source_file_chunks].insert(source_file_id: file.id, position: i, content: Sequel.blob(content)) }
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
