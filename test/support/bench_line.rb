# frozen_string_literal: true

require "socket"
require "timeout"

# A bench served in a thread, and lines to it as a driver has them.
module BenchLine
  Rig = MildAnvil::Devices::Simulator::Rig

  # One connection: sends lines, keeps answers and the stream apart.
  class Line
    PATIENCE = 20

    attr_reader :socket, :stream

    def initialize(port)
      @socket = TCPSocket.new("127.0.0.1", port)
      @stream = []
    end

    def send(text) = @socket.write(text)

    # @return [String] the next answer; what streams is kept
    def answer
      Timeout.timeout(PATIENCE) do
        loop do
          line = @socket.gets or return nil
          line = line.chomp
          return line unless line.match?(/\A[DE] /)

          @stream << line
        end
      end
    end

    def ask(line)
      send("#{line}\n")
      answer
    end

    def state = ask("SYST:STAT?").split(",").first

    # @return [String] the state, once it is that
    def until_state(*states)
      Timeout.timeout(PATIENCE * 3) { sleep 0.01 until states.include?(found = state) && (return found) }
    end

    def samples = @stream.grep(/\AD /).map { |line| line[2..].split(",", -1) }
    def events = @stream.grep(/\AE /).map { |line| line.split(",", 2).last }
    def close = @socket.close
  end

  def bench(specimen: "joint:14500", **given)
    @made = Rig::Bench.made(capacity: 50_000.0, seed: 5, rate: 1000.0, **given).tap { |made| made.put_in(specimen) }
    server = Rig::Server.new(@made)
    @stopping = false
    @serving = Thread.new { server.run { @stopping } }
    @port = server.port
    @lines = []
    line
  end

  def line = Line.new(@port).tap { |made| @lines << made }

  def stop_bench
    @stopping = true
    @serving&.join
    @lines&.each { |one| one.close unless one.socket.closed? }
  end

  # Ready to move.
  def armed(**given)
    bench(**given).tap do |one|
      ["SYST:LOCK", "SYST:WATC 5", "SOUR:LIM:FORC 40000", "SOUR:LIM:DISP 0.5", "SOUR:ARM"].each do |command|
        raise "#{command} was refused" unless one.ask(command) == "OK"
      end
    end
  end
end
