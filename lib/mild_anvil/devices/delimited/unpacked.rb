# frozen_string_literal: true

require "tempfile"
require "zlib"

module MildAnvil
  module Devices
    module Delimited
      # A file that loggers or mail programs packed with gzip, as the file that it holds. It has no name on disk, so
      # that nothing of it stays whatever happens to the process.
      module Unpacked
        MAGIC = "\x1F\x8B".b
        PART_BYTES = 1024 * 1024
        GROWTH = 200 # times as large as it was sent: no logger's file is so empty
        SMALL_BYTES = 4 * 1024 * 1024 # up to which growth does no harm

        module_function

        # @param head [String] first bytes of a file
        def packed?(head) = head.byteslice(0, 2).b == MAGIC

        # @param io [IO] at its beginning
        # @param largest [Integer] bytes that may come of it
        # @return [Tempfile] without a name
        # @raise [InvalidInput] for one that is torn, or holds too much
        def call(io, largest:)
          grown = [io.size * GROWTH, SMALL_BYTES].max
          Nameless.file.tap do |out|
            each_part(io) do |part|
              size = out.size + part.bytesize
              too_much!(largest) if size > largest
              swollen! if size > grown
              out.write(part)
            end
            out.flush
          end
        rescue Zlib::Error
          raise InvalidInput, "The gzip file is damaged or was cut off. Copy it again, or unpack it first"
        end

        # One after the other: gzip files may be joined.
        def each_part(io)
          until io.eof?
            reader = Zlib::GzipReader.new(io)
            while (part = reader.read(PART_BYTES))
              yield part
            end
            unused = reader.unused.to_s.bytesize
            reader.finish
            io.pos -= unused
          end
        end
        private_class_method :each_part

        def too_much!(largest)
          raise InvalidInput,
                "The gzip file holds more than #{largest / 1024 / 1024} MB. Split it, or log at a lower rate"
        end
        private_class_method :too_much!

        def swollen!
          raise InvalidInput, "The gzip file grows to more than #{GROWTH} times its size: no log does. Send it unpacked"
        end
        private_class_method :swollen!
      end
    end
  end
end
