# frozen_string_literal: true

module MildAnvil
  module Devices
    module Delimited
      # A file in UTF-16, or with the line ends of old machines, as UTF-8 with ordinary ones: part by part into a file
      # without a name, so that memory does not grow with it.
      class TurnedText
        PART_BYTES = 1024 * 1024
        ODD = "\u0001-\u0008\u000E-\u001F\uFFFD" # no text holds many of them

        attr_reader :source, :newline

        # @param source [Source]
        # @param from [Integer] byte behind the mark
        # @param encoding [String]
        def initialize(source, from, encoding)
          @letters = @odd = @filled = 0
          @file = Nameless.file
          turn(source, from, encoding)
          @file.flush
          @source = Source.nameless(@file)
        end

        def empty? = @filled.zero?
        def odd_share = @odd / [@letters, 1].max.to_f

        private

        def turn(source, from, encoding)
          converter = encoding == "UTF-8" ? nil : Encoding::Converter.new(encoding, "UTF-8", **REPLACED)
          (from...source.size).step(PART_BYTES) do |at|
            part = source.read(at, PART_BYTES)
            keep(converter ? converter.convert(part.force_encoding(encoding)) : part.force_encoding("UTF-8"))
          end
        end

        REPLACED = { invalid: :replace, undef: :replace }.freeze
        private_constant :REPLACED

        def keep(text)
          @newline ||= TextDecoding.newline(text.byteslice(0, TextDecoding::PROBE_BYTES).b, "UTF-8")
          text = text.b.tr("\r", "\n").force_encoding("UTF-8") if @newline == "CR"
          count(text.scrub)
          @file.write(text)
        end

        def count(text)
          @letters += text.size
          @odd += text.count(ODD)
          @filled += 1 unless text.strip.empty?
        end
      end
    end
  end
end
