# frozen_string_literal: true

require "socket"

module MildAnvil
  module Devices
    module Drivers
      # Bytes to and from a bench: whole lines, whatever they were torn over; what is no line of text is thrown away and
      # counted.
      class BenchLine
        LONGEST = 65_536
        TEXT = /\A[\x20-\x7E\t]*\z/n

        attr_reader :garbage

        # @raise [SystemCallError] when nobody listens
        def initialize(host, port, seconds: 2.0)
          @socket = Socket.tcp(host, port, connect_timeout: seconds)
          @socket.setsockopt(Socket::IPPROTO_TCP, Socket::TCP_NODELAY, 1)
          @rest = +"".b
          @garbage = 0
        end

        # @param seconds [Float] to wait at most
        # @return [Array<String>] lines that came; empty when none did
        # @raise [EOFError, SystemCallError] when it is closed
        def lines(seconds)
          return [] unless @socket.wait_readable(seconds)

          bytes = @socket.read_nonblock(262_144, exception: false)
          raise EOFError, "the bench closed the line" if bytes.nil?
          return [] if bytes == :wait_readable

          @rest << bytes
          split
        end

        # @raise [SystemCallError, IOError]
        def send(line) = @socket.write("#{line}\n")

        def close
          @socket.close
        rescue IOError, SystemCallError
          nil
        end

        private

        def split
          parts = @rest.split("\n", -1)
          @rest = parts.pop || +"".b
          @rest = +"".b.tap { @garbage += 1 } if @rest.bytesize > LONGEST
          parts.filter_map { |part| sound(part.chomp("\r")) }
        end

        def sound(line)
          return line.force_encoding(Encoding::US_ASCII) if TEXT.match?(line) && line.bytesize <= LONGEST

          @garbage += 1
          nil
        end
      end
    end
  end
end
