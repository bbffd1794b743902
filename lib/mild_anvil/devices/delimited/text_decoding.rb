# frozen_string_literal: true

module MildAnvil
  module Devices
    module Delimited
      # Says in which encoding a logger's file is written, and hands it out as text; or says why it is no text.
      module TextDecoding
        MARKS = { "\xEF\xBB\xBF".b => "UTF-8", "\xFF\xFE".b => "UTF-16LE", "\xFE\xFF".b => "UTF-16BE" }.freeze
        PROBE_BYTES = 65_536
        CONTROL_SHARE = 0.005 # of bytes below 32 that no text file has
        HALF_ZERO_SHARE = 0.3 # of every second byte: UTF-16 without its mark
        # Two bytes a character and old line ends have to be turned round in memory.

        module_function

        # @param source [Source]
        # @return [Text]
        # @raise [InvalidInput] for an empty or a binary file
        def call(source)
          empty! if source.empty?
          head = source.read(0, PROBE_BYTES)
          binary!(head) if OpenFormats.looks_like(head).first
          mark, encoding = MARKS.find { |m, _| head.byteslice(0, m.bytesize) == m }
          from = mark ? mark.bytesize : 0
          probe = head.byteslice(from..)
          empty! if probe.delete("\0").strip.empty? && source.size <= PROBE_BYTES
          encoding ||= guess(probe, source)
          newline = newline(probe, encoding)
          unless encoding.start_with?("UTF-16") || newline == "CR"
            return Text.new(source, encoding: encoding, bom: !mark.nil?, newline: newline,
                                    from: from)
          end

          turned(source, from, encoding, bom: !mark.nil?)
        end

        def empty!
          raise InvalidInput, "The file is empty: there is no data in it. Export it again from the logger"
        end
        private_class_method :empty!

        def turned(source, from, encoding, bom:)
          turned = TurnedText.new(source, from, encoding)
          empty! if turned.empty?
          binary!(source.read(0, PROBE_BYTES)) if turned.odd_share > CONTROL_SHARE
          Text.new(turned.source, encoding: "UTF-8", told: encoding, bom: bom, newline: turned.newline)
        end
        private_class_method :turned

        def guess(probe, source)
          return zeros_guess(probe) if probe.include?("\0".b)

          controls = probe.count("\x01-\x08\x0B\x0C\x0E-\x1F\x7F".b)
          binary!(probe) if controls > probe.bytesize * CONTROL_SHARE
          utf8?(probe, source) ? "UTF-8" : "Windows-1252"
        end
        private_class_method :guess

        # Where the first part has plain letters alone, a later one may tell. Parts may begin and end within a
        # character.
        def utf8?(probe, source)
          return valid?(probe, cut: probe.bytesize < source.size) unless probe.ascii_only?

          source.each_part.all? do |part|
            part.ascii_only? || valid?(part.sub(/\A[\x80-\xBF]{1,3}/n, ""), cut: true)
          end
        end
        private_class_method :utf8?

        def valid?(bytes, cut:)
          (cut ? 0..3 : 0..0).any? do |left_out|
            bytes.byteslice(0, [bytes.bytesize - left_out, 0].max).force_encoding("UTF-8").valid_encoding?
          end
        end
        private_class_method :valid?

        def zeros_guess(probe)
          pairs = probe.bytesize / 2
          low, high = [1, 0].map do |offset|
            probe.each_byte.with_index.count do |byte, i|
              byte.zero? && i % 2 == offset
            end
          end
          return "UTF-16LE" if low > pairs * HALF_ZERO_SHARE && high < pairs * 0.05
          return "UTF-16BE" if high > pairs * HALF_ZERO_SHARE && low < pairs * 0.05

          binary!(probe)
        end
        private_class_method :zeros_guess

        # @param head [String] its first bytes
        def binary!(head) = raise(InvalidInput, OpenFormats.refusal(head))
        private_class_method :binary!

        # Two bytes a character may also be binary that happens to be even: its characters tell.
        # @param probe [String] binary
        # @return [String] "CRLF", "CR" or "LF"
        def newline(probe, encoding)
          probe = probe.delete("\0") if encoding.start_with?("UTF-16")
          return "CRLF" if probe.include?("\r\n")

          probe.include?("\r") && !probe.include?("\n") ? "CR" : "LF"
        end
      end
    end
  end
end
