# frozen_string_literal: true

require "socket"

module MildAnvil
  module Devices
    module Simulator
      module Rig
        # Serves a bench over TCP: one thread that measures by the clock, answers and sends.
        class Server
          TICK_SECONDS = 0.005
          CATCH_UP_SECONDS = 0.1 # at most so much is measured in one go

          attr_reader :port

          # @param bench [Bench]
          def initialize(bench, port: 0, host: "127.0.0.1")
            @bench = bench
            @commands = Commands.new(bench)
            @listening = TCPServer.new(host, port)
            @port = @listening.addr[1]
            @connections = []
            @started = now
          end

          # Until the block says so.
          def run
            round until yield
          ensure
            [@listening, *@connections.map(&:socket)].each { |socket| socket.close unless socket.closed? }
          end

          private

          def now = Process.clock_gettime(Process::CLOCK_MONOTONIC)

          def round
            wait
            @bench.watch(now)
            measure
            @connections.each(&:continue)
            @connections.each(&:flush)
            @connections.reject!(&:closed?)
          end

          def wait
            writing = @connections.select(&:pending?).map(&:socket)
            readable, = IO.select([@listening, *@connections.map(&:socket)], writing, nil, TICK_SECONDS)
            return if readable.nil?

            accept if readable.include?(@listening)
            @connections.each { |one| one.take(now) if readable.include?(one.socket) }
            @connections.reject!(&:closed?)
          end

          def accept
            socket = @listening.accept_nonblock(exception: false)
            return if socket == :wait_readable

            socket.setsockopt(Socket::IPPROTO_TCP, Socket::TCP_NODELAY, 1)
            @connections << Connection.new(socket, @bench, @commands)
          end

          def measure
            first = @bench.memory.next_number
            upto = [now - @started, @bench.clock + CATCH_UP_SECONDS].min
            taken = 0
            @bench.run_until(upto) { taken += 1 }
            return if taken.zero? || @connections.none?(&:streaming?)

            lines = @bench.memory.lines(first, first + taken)
            @connections.each { |one| one.live(lines) }
          end
        end
      end
    end
  end
end
