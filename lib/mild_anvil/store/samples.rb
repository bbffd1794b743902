# frozen_string_literal: true

require "zlib"

module MildAnvil
  module Store
    # Samples in and out of the database: little-endian doubles, compressed, in chunks, with their min/max pyramid
    # beside.
    #
    # bin 1 holds the samples; a higher bin holds the lows of a chunk and then its highs.
    module Samples
      CHUNK = 16_384
      CHUNK_BYTES = CHUNK * Core::Packed::BYTES

      module_function

      # Compressing needs no interpreter's lock, so it can go on while something else is computed.
      # @return [Thread] whose value keep takes
      def prepare(packed)
        Thread.new { [cut(1, packed), *Core::Curve::Pyramid.build(packed).map { |level| level_chunks(level) }].map { |chunks| compress(chunks) } }
      end

      # @param channel_id [Integer]
      # @param prepared [Thread]
      def keep(channel_id, prepared) = prepared.value.each { |chunks| insert(channel_id, chunks) }

      def cut(bin, packed)
        starts(packed).map { |at| [bin, packed.unpack1("E", offset: at), packed.byteslice(at, CHUNK_BYTES)] }
      end
      private_class_method :cut

      def level_chunks(level)
        starts(level.lows).map do |at|
          [level.bin, level.lows.unpack1("E", offset: at),
           level.lows.byteslice(at, CHUNK_BYTES) + level.highs.byteslice(at, CHUNK_BYTES)]
        end
      end
      private_class_method :level_chunks

      def starts(packed) = (0...packed.bytesize).step(CHUNK_BYTES)
      private_class_method :starts

      def compress(chunks)
        chunks.map do |bin, first, bytes|
          packed = Zlib.deflate(bytes, Zlib::BEST_SPEED)
          [bin, first, packed, Sealed.hash(packed)]
        end
      end
      private_class_method :compress

      def insert(channel_id, chunks)
        positions = Hash.new(-1)
        rows = chunks.map do |bin, first, content, sha256|
          [channel_id, bin, positions[bin] += 1, first.nan? ? nil : first, content, sha256]
        end
        Blobs.insert(:chunks, %i[channel_id bin position first_value content sha256], rows)
      end
      private_class_method :insert

      # @param from [Integer] first item of that bin
      # @param count [Integer]
      # @return [Array(Array<Float>, Array<Float>)] lows and highs; the same array twice for bin 1
      def read(channel_id, bin:, from:, count:)
        first = from / CHUNK
        last = (from + count - 1) / CHUNK
        parts = opened(chunks.where(channel_id: channel_id, bin: bin, position: first..last))
        lows, highs = unpack(parts, bin)
        offset = from - (first * CHUNK)
        low = lows[offset, count] || []
        [low, bin == 1 ? low : highs[offset, count] || []]
      end

      def unpack(parts, bin)
        values = parts.map { |part| part.unpack("E*") }
        return [values.flatten(1)] * 2 if bin == 1

        halves = values.map { |v| [v.first(v.size / 2), v.last(v.size / 2)] }
        [halves.flat_map(&:first), halves.flat_map(&:last)]
      end
      private_class_method :unpack

      # @return [Array<Float>] all samples of a channel
      def all(channel_id, count) = read(channel_id, bin: 1, from: 0, count: count).first

      # @return [Integer] the first sample whose value is not below +value+, of a channel that never falls
      def index_at(channel_id, value)
        position = chunks.where(channel_id: channel_id, bin: 1).where { first_value <= value }.max(:position) || 0
        part = read(channel_id, bin: 1, from: position * CHUNK, count: CHUNK).first
        (position * CHUNK) + (part.bsearch_index { |v| v >= value } || part.size)
      end

      # @return [Array<Integer>] the bins that are kept for a channel, without 1
      def bins(channel_id) = chunks.where(channel_id: channel_id).exclude(bin: 1).distinct.order(:bin).select_map(:bin)

      # @return [String] all samples of a channel, packed
      # @raise [Tampered]
      def packed(channel_id) = opened(chunks.where(channel_id: channel_id, bin: 1)).join

      # @return [Array(String, String)] lows and highs of one level, packed
      # @raise [Tampered]
      def level(channel_id, bin)
        halves = opened(chunks.where(channel_id: channel_id, bin: bin)).map do |part|
          [part.byteslice(0, part.bytesize / 2), part.byteslice((part.bytesize / 2)..)]
        end
        [halves.map(&:first).join, halves.map(&:last).join]
      end

      def opened(rows)
        rows.order(:position).select_map(%i[content sha256]).map do |content, sha256|
          Zlib.inflate(Sealed.open(content, sha256, "A stretch of this recording"))
        end
      end
      private_class_method :opened

      def chunks = Sequel::Model.db[:chunks]
      private_class_method :chunks
    end
  end
end
