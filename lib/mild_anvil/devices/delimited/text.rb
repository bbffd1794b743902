# frozen_string_literal: true

module MildAnvil
  module Devices
    module Delimited
      # Decoded text, handed out in stretches of whole lines: one string when it is in memory, a few megabytes at a
      # time from a file.
      class Text
        STRETCH_BYTES = 8 * 1024 * 1024
        HEAD_BYTES = 512 * 1024
        SPREAD_BYTES = 1000

        # heads: names of its columns that no line holds, or nil
        attr_reader :encoding, :bom, :newline, :bytes, :heads

        # @param source [Source]
        # @param from [Integer] offset behind a byte mark
        # @param encoding [String] of the source's bytes
        # @param last_line [Integer, nil] nothing behind it is read
        def initialize(source, encoding:, bom:, newline:, from: 0, last_line: nil, told: encoding, heads: nil)
          @heads = heads
          @source = source
          @from = from
          @bytes = source.size - from
          @inner = encoding
          @encoding = told
          @bom = bom
          @newline = newline
          @last_line = last_line
        end

        # @return [Text] the same, ended behind that line
        def until_line(line)
          Text.new(@source, encoding: @inner, told: encoding, bom: bom, newline: newline, from: @from, last_line: line,
                            heads: heads)
        end

        # @return [Array<String>] the first lines, UTF-8, without their ends
        def lines(count, head_bytes: HEAD_BYTES)
          count = [count, @last_line].compact.min
          head = @source.read(@from, head_bytes)
          found = decode(head).each_line(chomp: true).first(count)
          found.size == count || head.bytesize == @bytes ? found : found[0...-1] # the last one may be cut
        end

        # @return [Array<String>] whole lines from evenly spaced places
        def spread(count)
          return [] if bytes < count * 200

          (1...count).filter_map { |i| decode(@source.read(@from + (bytes * i / count), SPREAD_BYTES)).split("\n")[1] }
        end

        # @yieldparam stretch [String] binary, whole lines
        def each_stretch
          left = @last_line
          rest = +"".b
          (0...@bytes).step(STRETCH_BYTES) do |at|
            part = @source.read(@from + at, STRETCH_BYTES)
            last = at + STRETCH_BYTES >= @bytes
            cut = last ? part.bytesize : (part.rindex("\n") || -1) + 1
            stretch = rest.empty? && cut == part.bytesize ? part : rest << part.byteslice(0, cut)
            rest = part.byteslice(cut..).b
            stretch, left = ended(stretch, left) if left
            yield stretch unless stretch.empty?
            break if left&.zero?
          end
        end

        # @return [Integer]
        def line_count
          ends = 0
          last = nil
          each_stretch do |stretch|
            ends += stretch.count("\n")
            last = stretch.getbyte(-1)
          end
          last == 10 ? ends : ends + 1
        end

        # @param bytes [String] binary
        # @return [String] UTF-8
        def decode(bytes)
          return bytes.dup.force_encoding("UTF-8").scrub if @inner == "UTF-8"

          bytes.dup.force_encoding(@inner).encode("UTF-8", invalid: :replace, undef: :replace)
        end

        private

        def ended(stretch, left)
          kept = stretch.each_line.first(left)
          [kept.join, left - kept.size]
        end
      end
    end
  end
end
