# frozen_string_literal: true

require "socket"

module MildAnvil
  module Devices
    module Drivers
      # Bytes to and from a bench: whole lines, whatever they were torn over; what is no line of text is thrown away and
      # counted. One thread reads; any may write, a line at a time.
      class BenchLine
        LONGEST = 65_536
        TEXT = /\A[\x20-\x7E\t]*\z/n
        CONNECT_SECONDS = 0.7

        attr_reader :garbage

        # @raise [SystemCallError] when nobody listens, or there is no such host
        def initialize(host, port, seconds: CONNECT_SECONDS)
          @socket = connected(host, port, seconds)
          @socket.setsockopt(Socket::IPPROTO_TCP, Socket::TCP_NODELAY, 1)
          @rest = +"".b
          @garbage = 0
          @writing = Mutex.new
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

        # What the block does and the line belong together: nobody writes in between.
        # @yieldreturn what is to be given back; whatever it raises, nothing is sent
        # @raise [SystemCallError, IOError]
        def send(line)
          @writing.synchronize do
            given = yield if block_given?
            @socket.write("#{line}\n")
            given
          end
        end

        def close
          @socket.close
        rescue IOError, SystemCallError
          nil
        end

        private

        # A name that nobody knows, or a port that there is none of, is no line either.
        def connected(host, port, seconds)
          Socket.tcp(host, port, connect_timeout: seconds, resolv_timeout: seconds)
        rescue SocketError => e
          raise Errno::EHOSTUNREACH, e.message
        end

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
