# frozen_string_literal: true

require "json"
require "zlib"

module MildAnvil
  module Devices
    module Recorder
      # What came from a bench, on disk before anything else: frames of length, checksum and text, only ever added to.
      # The first frame is the header; each of the others is lines of the stream, or a note of ours that begins with N.
      class Journal
        FRAME = "L<L<"
        FRAME_BYTES = 8
        MOST = 16_000_000
        SYNC_SECONDS = 0.2

        # header: Hash with symbols; samples: Array of Drivers::Sample; events: Array of Drivers::Event; notes: Array of
        # Hash; whole: whether it ends with a sound frame
        Read = Struct.new(:header, :samples, :events, :notes, :whole, keyword_init: true)

        # @param header [Hash]
        # @return [Journal] a new file, synced
        def self.begin(path, header)
          file = File.new(path, File::WRONLY | File::CREAT | File::EXCL | File::BINARY, 0o600)
          new(file).tap { |journal| journal.write(JSON.generate(header)) && journal.sync }
        end

        # Up to the last sound frame: what a kill left half is dropped.
        # @return [Read, nil] nil where not even the header is sound
        def self.read(path)
          texts, whole = frames(path)
          return if texts.empty?

          items = texts.drop(1).flat_map { |text| text.split("\n").map { |line| item(line) } }
          Read.new(header: JSON.parse(texts.first, symbolize_names: true), whole: whole,
                   samples: items.grep(Drivers::Sample), events: items.grep(Drivers::Event), notes: items.grep(Hash))
        end

        def self.frames(path)
          texts = []
          File.open(path, "rb") do |file|
            until file.eof?
              length, sum = file.read(FRAME_BYTES).to_s.unpack(FRAME)
              text = length && sum && length <= MOST ? file.read(length) : nil
              return [texts, false] unless text&.bytesize == length && Zlib.crc32(text) == sum

              texts << text.force_encoding(Encoding::UTF_8)
            end
          end
          [texts, true]
        end
        private_class_method :frames

        def self.item(line)
          case line[0]
          when "D"
            number, seconds, *values = line[2..].split(",", -1)
            Drivers::Sample.new(number.to_i, seconds.to_f, values.map { |v| v.empty? ? nil : v.to_f })
          when "E" then Drivers::Event.new(*line[2..].split(",", 3).then { |at, word, words| [at.to_f, word, words] })
          else JSON.parse(line[2..], symbolize_names: true)
          end
        end
        private_class_method :item

        attr_reader :path

        def initialize(file)
          @file = file
          @path = file.path
          @synced = 0.0
        end

        # @param items [Array<Drivers::Sample, Drivers::Event, Hash>] a hash is a note
        def add(items)
          return if items.empty?

          write(items.map { |one| line(one) }.join("\n"))
          now = Process.clock_gettime(Process::CLOCK_MONOTONIC)
          sync if now - @synced >= SYNC_SECONDS
        end

        # @raise [SystemCallError] when the disk is full
        def write(text)
          bytes = text.b
          @file.write([bytes.bytesize, Zlib.crc32(bytes)].pack(FRAME) << bytes)
          @file.flush
        end

        def sync
          @file.fdatasync
          @synced = Process.clock_gettime(Process::CLOCK_MONOTONIC)
        end

        def close
          return if @file.closed?

          sync
          @file.close
        end

        private

        def line(one)
          case one
          when Drivers::Sample then "D #{one.number},#{one.seconds},#{one.values.join(',')}"
          when Drivers::Event then "E #{one.seconds},#{one.word}#{",#{one.words}" if one.words}"
          else "N #{JSON.generate(one)}"
          end
        end
      end
    end
  end
end
