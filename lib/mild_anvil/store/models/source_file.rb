# frozen_string_literal: true

module MildAnvil
  module Store
    module Models
      # A file as it was handed in, kept whole.
      class SourceFile < Sequel::Model(:source_files)
        PART_BYTES = 512 * 1024 # fits any server's packet

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
          create(name: name, sha256: sha256, byte_count: byte_count, created_at: Time.now)
            .tap { |file| file.keep_packed(packed) }
        end

        # @return [Boolean] whether its bytes are here
        def parts? = db[:source_file_chunks].where(source_file_id: id).any?

        # @param bytes [String]
        def keep_parts(bytes)
          parts = (0...bytes.bytesize).step(PART_BYTES).map { |at| bytes.byteslice(at, PART_BYTES) }
          keep_packed(SourceFile.pack(parts))
        end

        def keep_packed(packed)
          rows = packed.each_with_index.map { |content, i| [id, i, content, Sealed.hash(content)] }
          Blobs.insert(:source_file_chunks, %i[source_file_id position content sha256], rows, db)
        end

        dataset_module do
          # @return [Sequel::Dataset] of the pulls that came from the same bytes, with the names of their lots
          def pulls_of(sha256)
            where(Sequel[:source_files][:sha256] => sha256)
              .join(:recordings, source_file_id: Sequel[:source_files][:id]).join(:pulls,
                                                                                  id: Sequel[:recordings][:pull_id])
              .join(:lots, id: Sequel[:pulls][:lot_id])
              .select(Sequel[:pulls][:number].as(:number), Sequel[:lots][:name].as(:lot),
                      Sequel[:lots][:id].as(:lot_id))
          end

          # @return [Sequel::Dataset] of files whose name holds the words, with the pulls they became
          def named(words)
            join(:recordings, source_file_id: :id).join(:pulls, id: :pull_id)
              .where(Sequel.ilike(Sequel[:source_files][:name], "%#{escape_like(words)}%"))
              .select(Sequel[:source_files][:name].as(:name), Sequel[:pulls][:id].as(:pull_id),
                      Sequel[:pulls][:lot_id].as(:lot_id))
          end
        end

        # @return [String] the bytes that were handed in
        # @raise [Tampered] when they are no longer those
        def bytes
          each_part.to_a.join.tap do |whole|
            next if OpenSSL::Digest::SHA256.hexdigest(whole) == sha256

            raise Tampered.new(
              "The file #{name} is not what was handed in: its bytes have another hash. It is not given out", id: id
            )
          end
        end

        # @yield [String] its bytes, one stretch after the other
        # @raise [Tampered]
        def each_part
          return to_enum(:each_part) unless block_given?

          chunks = db[:source_file_chunks].where(source_file_id: id)
          (0...chunks.count).each do |position|
            content, sha256 = chunks.where(position: position).get(%i[content sha256])
            yield Zlib.inflate(Sealed.open(content.to_s, sha256, "A stretch of #{name}"))
          end
        end
      end
    end
  end
end
