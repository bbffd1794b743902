# frozen_string_literal: true

require "socket"

# A bench in bad weather: between a driver and the simulated bench, it does to the line what the protocol says a driver
# has to live with. What the bench really did is asked of the bench itself.
class HostileBench
  # How bad it is: each is asked for every command, or for every line that comes back.
  class Weather
    attr_reader :random
    attr_accessor :silent

    def initialize(seed) = @random = Random.new(seed)

    # @return [Symbol, Array] :pass, :swallow, [:refuse, words], [:late, seconds], [:double]
    def command(_line) = :pass
    # @return [Array<String>] bytes that go on, whole lines or parts of them
    def line(line) = ["#{line}\n"]
    # @return [Boolean] whether a connection is let in
    def open? = true
  end

  attr_reader :port, :commands
  attr_accessor :to_port, :weather

  def initialize(to_port, weather)
    @to_port = to_port
    @weather = weather
    @commands = []
    @listening = TCPServer.new("127.0.0.1", 0)
    @port = @listening.addr[1]
    @pairs = []
    @serving = Thread.new { loop { let_in(@listening.accept) } }
  end

  def stop
    @serving.kill
    @listening.close
    cut
  end

  # Every line, in the middle of whatever it says.
  def cut = @pairs.flatten.each { |socket| socket.close unless socket.closed? }

  private

  def let_in(near)
    return near.close unless @weather.open?

    far = TCPSocket.new("127.0.0.1", @to_port)
    @pairs << [near, far]
    guard = Mutex.new
    Thread.new { quietly(near, far) { up(near, far, guard) } }
    Thread.new { quietly(near, far) { down(near, far, guard) } }
  rescue SystemCallError
    near.close
  end

  def quietly(*sockets)
    yield
  rescue IOError, SystemCallError
    nil
  ensure
    sockets.each { |socket| socket.close unless socket.closed? }
  end

  def up(near, far, guard)
    while (line = near.gets)
      @commands << line.chomp
      does, words = @weather.command(line.chomp)
      case does
      when :pass then far.write(line)
      when :refuse then guard.synchronize { near.write("ERR -221,\"#{words}\"\n") }
      when :late then @late = words and far.write(line)
      end
    end
  end

  def down(near, far, guard)
    while (line = far.gets)
      stream = line.start_with?("D ", "E ")
      next if stream && @weather.silent
      next later(near, line, guard) if !stream && @late

      guard.synchronize { @weather.line(line.chomp).each { |bytes| near.write(bytes) } }
    end
  end

  # The answer comes when nobody waits for it any more.
  def later(near, line, guard)
    seconds = @late
    @late = nil
    Thread.new do
      sleep seconds
      guard.synchronize { near.write(line) }
    rescue IOError, SystemCallError
      nil
    end
  end
end
