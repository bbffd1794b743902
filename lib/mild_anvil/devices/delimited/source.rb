# frozen_string_literal: true

require "openssl"

module MildAnvil
  module Devices
    module Delimited
      # The bytes of a logger's file, in memory or on disk; a large file is never held whole.
      class Source
        PART_BYTES = 4 * 1024 * 1024

        # @param bytes [String]
        # @return [Source]
        def self.of(bytes) = bytes.is_a?(Source) ? bytes : new(bytes: bytes)

        # @param path [String]
        # @return [Source]
        def self.file(path) = new(path: path)

        attr_reader :size

        def initialize(bytes: nil, path: nil)
          @bytes = bytes
          @path = path
          @size = bytes ? bytes.bytesize : File.size(path)
        end

        def empty? = size.zero?

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
