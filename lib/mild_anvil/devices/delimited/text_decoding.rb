# frozen_string_literal: true

module MildAnvil
  module Devices
    module Delimited
      # Turns the bytes of a logger's file into UTF-8 text with plain line ends, or says why they are no text.
      module TextDecoding
        Decoded = Struct.new(:text, :encoding, :bom, :newline, keyword_init: true)

        MARKS = { "\xEF\xBB\xBF".b => "UTF-8", "\xFF\xFE".b => "UTF-16LE", "\xFE\xFF".b => "UTF-16BE" }.freeze
        PROBE_BYTES = 65_536
        CONTROL_SHARE = 0.005 # of bytes below 32 that no text file has
        HALF_ZERO_SHARE = 0.3 # of every second byte: UTF-16 without its mark

        module_function

        # @param bytes [String]
        # @return [Decoded]
        # @raise [InvalidInput] for an empty or a binary file
        def call(bytes)
          raise InvalidInput, "The file is empty: there is no data in it. Export it again from the logger" if bytes.empty?

          mark, encoding = MARKS.find { |m, _| bytes.byteslice(0, m.bytesize).b == m }
          body = mark ? bytes.byteslice(mark.bytesize..) : bytes
          encoding ||= guess(body)
          text = encoding == "UTF-8" ? body.dup.force_encoding("UTF-8") : convert(body, encoding)
          raise InvalidInput, "The file is empty: there is no data in it. Export it again from the logger" if text.strip.empty?

          Decoded.new(text: plain_line_ends(text), encoding: encoding, bom: !mark.nil?, newline: newline(text))
        end

        def guess(bytes)
          probe = bytes.byteslice(0, PROBE_BYTES).b
          return zeros_guess(probe) if probe.include?("\0".b)

          controls = probe.count("\x01-\x08\x0B\x0C\x0E-\x1F\x7F".b)
          binary! if controls > probe.bytesize * CONTROL_SHARE
          bytes.dup.force_encoding("UTF-8").valid_encoding? ? "UTF-8" : "Windows-1252"
        end
        private_class_method :guess

        def zeros_guess(probe)
          pairs = probe.bytesize / 2
          low, high = [1, 0].map { |offset| probe.each_byte.with_index.count { |byte, i| byte.zero? && i % 2 == offset } }
          return "UTF-16LE" if low > pairs * HALF_ZERO_SHARE && high < pairs * 0.05
          return "UTF-16BE" if high > pairs * HALF_ZERO_SHARE && low < pairs * 0.05

          binary!
        end
        private_class_method :zeros_guess

        def binary!
          raise InvalidInput, "This is binary, not text: it cannot be read as a table. Export it from the logger as CSV or text"
        end
        private_class_method :binary!

        # Two bytes a character may also be binary that happens to be even: its characters tell.
        def convert(bytes, encoding)
          text = bytes.dup.force_encoding(encoding).encode("UTF-8", invalid: :replace, undef: :replace)
          binary! if text.count("\u0001-\u0008\u000E-\u001F\uFFFD") > text.size * CONTROL_SHARE
          text
        end
        private_class_method :convert

        def newline(text)
          if text.include?("\r\n")
            "CRLF"
          else
            (text.include?("\r") ? "CR" : "LF")
          end
        end
        private_class_method :newline

        def plain_line_ends(text)
          return text unless text.include?("\r")

          text.include?("\n") ? text.delete("\r") : text.tr("\r", "\n")
        end
        private_class_method :plain_line_ends
      end
    end
  end
end
