# frozen_string_literal: true

require "zip"

module MildAnvil
  module Devices
    module Package
      # The files in a package, handed out one by one and never more of them than they said: no path that climbs, no
      # link, no name twice, no bomb.
      class Archive
        MOST_FILES = 200_000
        MOST_BYTES = 4 << 30 # of one file
        MOST_IN_ALL = 32 << 30
        RATIO = 500 # packed tighter than that, a large file is a trap
        LARGE = 16 << 20
        LIST_END = "PK\x05\x06".b # then, ten bytes on, how many files the list has
        TAIL = 66_000
        MANY = 0xFFFF # said elsewhere
        PLACE = %r{\A(?!.*(?:\A|/)\.{1,2}(?:/|\z))[^/\\\0:][^\\\0:]*\z}

        # @param path [String]
        # @raise [InvalidInput] for what is no package, or one that would harm
        def initialize(path)
          @zip = Zip::File.open(path)
          entries = @zip.entries
          refuse("a name is in it twice") unless [MANY, entries.size].include?(stated(path))
          refuse("it holds #{entries.size} files, more than #{MOST_FILES}") if entries.size > MOST_FILES
          @entries = entries.reject(&:directory?).each_with_object({}) { |entry, all| admit(entry, all) }
          whole = @entries.values.sum(&:size)
          refuse("unpacked it is larger than #{MOST_IN_ALL >> 30} GB") if whole > MOST_IN_ALL
        rescue Zip::Error, Zlib::Error, EOFError, Errno::EINVAL, ArgumentError => e
          raise InvalidInput.new("This is no package that can be read: #{e.message.scrub[0, 120]}",
                                 fields: { file: "is no package" })
        end

        def names = @entries.keys
        def include?(name) = @entries.key?(name)
        def size(name) = fetch(name).size

        # @param name [String]
        # @return [String] its bytes
        # @raise [InvalidInput] where it is missing, harmed, or longer than it said
        def bytes(name)
          entry = fetch(name)
          read = entry.get_input_stream { |stream| stream.read(entry.size + 1) }.to_s.b
          refuse("#{name} is not as long as it says") unless read.bytesize == entry.size
          read
        rescue Zip::Error, Zlib::Error, EOFError => e
          refuse("#{name} cannot be unpacked: #{e.message.scrub[0, 80]}")
        end

        def close = @zip.close

        private

        # What the list says it holds: a name that stands there twice is read once.
        # @return [Integer]
        def stated(path)
          size = File.size(path)
          tail = File.binread(path, [size, TAIL].min, [size - TAIL, 0].max)
          tail.rindex(LIST_END)&.then { |at| tail.unpack1("v", offset: at + 10) } || MANY
        end

        def fetch(name) = @entries[name] || refuse("#{name} is missing from it")

        def admit(entry, all)
          name = entry.name.dup.force_encoding(Encoding::UTF_8)
          refuse("a name in it is no text") unless name.valid_encoding?
          refuse("“#{name[0, 60]}” leads out of it") unless PLACE.match?(name)
          refuse("#{name} is a link") if entry.ftype == :symlink
          refuse("#{name} is larger than #{MOST_BYTES >> 30} GB") if entry.size > MOST_BYTES
          if entry.size > LARGE && entry.size > RATIO * [entry.compressed_size, 1].max
            refuse("#{name} is packed more than #{RATIO}-fold: it is not unpacked")
          end
          all[name] = entry
        end

        def refuse(why)
          raise InvalidInput.new("This package is not taken: #{why}", fields: { file: why })
        end
      end
    end
  end
end
