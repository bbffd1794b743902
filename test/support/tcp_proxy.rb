# frozen_string_literal: true

require "socket"

# A line between two that can be cut: a process of its own. ruby test/support/tcp_proxy.rb PORT TO_PORT
if $PROGRAM_NAME == __FILE__
  port, to = ARGV.map(&:to_i)
  listening = TCPServer.new("127.0.0.1", port)
  loop do
    near = listening.accept
    Thread.new do
      far = TCPSocket.new("127.0.0.1", to)
      [[near, far], [far, near]].map do |from, into|
        Thread.new do
          IO.copy_stream(from, into)
        rescue IOError, SystemCallError
          nil
        ensure
          [from, into].each { |socket| socket.close unless socket.closed? }
        end
      end.each(&:join)
    rescue SystemCallError
      near.close
    end
  end
end
