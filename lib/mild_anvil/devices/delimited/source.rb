# frozen_string_literal: true

require "openssl"
require "stringio"

module MildAnvil
  module Devices
    module Delimited
      # The bytes of a logger's file, in memory or on disk; a large file is never held whole.
      class Source
        PART_BYTES = 4 * 1024 * 1024

        # @param bytes [String]
        # @return [Source]
        LARGEST_BYTES = 2 * 1024 * 1024 * 1024

        def self.of(bytes)
          return bytes if bytes.is_a?(Source)

          Unpacked.packed?(bytes) ? unpacked(StringIO.new(bytes)) : new(bytes: bytes)
        end

        # @param io [IO] of a gzip file
        def self.unpacked(io) = nameless(Unpacked.call(io, largest: LARGEST_BYTES), packed: true)
        private_class_method :unpacked

        # @param file [Tempfile] of Nameless
        def self.nameless(file, packed: false) = new(path: Nameless.path(file), kept: file, packed: packed)

        # @param path [String] of the file, or of a gzip file that holds it
        # @return [Source]
        def self.file(path)
          File.open(path, "rb") { |io| return unpacked(io) if Unpacked.packed?(io.read(2).to_s.tap { io.rewind }) }
          new(path: path)
        end

        # @param file [Tempfile] of Nameless, at any place
        # @return [Source]
        def self.uploaded(file)
          file.flush
          file.rewind
          packed = Unpacked.packed?(file.read(2).to_s)
          file.rewind
          packed ? unpacked(file) : nameless(file)
        end

        attr_reader :size

        # @param kept [Tempfile, nil] without a name, for as long as this is read
        # @param packed [Boolean] whether it came packed
        def initialize(bytes: nil, path: nil, kept: nil, packed: false)
          @kept = kept
          @packed = packed
          @bytes = bytes
          @path = path
          @size = bytes ? bytes.bytesize : File.size(path)
        end

        def empty? = size.zero?
        def packed? = @packed

        # @return [String] binary; shorter at the end, "" behind it
        def read(from, count)
          return (@bytes.byteslice(from, count) || "").b if @bytes

          File.open(@path, "rb") do |file|
            file.seek(from)
            file.read(count) || ""
          end
        end

        # @return [String] all of it, binary
        def whole = @bytes ? @bytes.b : File.binread(@path)

        # @yieldparam part [String] up to +bytes+ long, in order
        def each_part(bytes = PART_BYTES)
          return to_enum(:each_part, bytes) unless block_given?

          (0...size).step(bytes) { |at| yield read(at, bytes) }
        end

        # @return [String]
        def sha256
          @sha256 ||= each_part.reduce(OpenSSL::Digest.new("SHA256")) { |digest, part| digest << part }.hexdigest
        end
      end
    end
  end
end
