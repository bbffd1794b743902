# frozen_string_literal: true

require "zlib"

module MildAnvil
  module Store
    module Models
      # A file as it was handed in, kept whole.
      class SourceFile < Sequel::Model(:source_files)
        # Compresses without the interpreter's lock, so that it can run beside the reading of the same bytes.
        # @param parts [Enumerable<String>] the file, in order
        # @return [Array<String>]
        def self.pack(parts) = parts.map { |part| Zlib.deflate(part, Zlib::BEST_SPEED) }

        # @param name [String]
        # @param sha256 [String] of the bytes
        # @param byte_count [Integer]
        # @param packed [Array<String>] what pack gave for them
        # @return [SourceFile]
        def self.keep(name:, sha256:, byte_count:, packed:)
          file = create(name: name, sha256: sha256, byte_count: byte_count, created_at: Time.now)
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
