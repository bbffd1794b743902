# frozen_string_literal: true

# A bench and the line to it as states and messages, without sockets, threads or waiting: what a driver says to it may
# be done, refused, or done later when nobody waits for it any more; in between anything may happen.
class ModelBench
  Drivers = MildAnvil::Devices::Drivers
  MOVES = %w[RAMP CYCLE RELEASE].freeze
  BREAKS_AT = 900.0

  attr_reader :state, :movers, :boot, :events

  def initialize(random)
    @random = random
    @boot = 1
    @events = []
    @later = []
    @movers = []
    become("IDLE")
    @force = @number = 0
  end

  def moving? = MOVES.include?(@state)
  def become(state) = (@state = state) && (@events << "STATE #{state}")

  # @param uid [String, nil] of the run that it is told for
  def execute(name, uid)
    return ramp(uid) if name == :ramp

    to, from = CHANGES[name]
    become(to) if to && from.include?(@state) && (name != :disarm || @force.zero?)
  end

  STANDING = %w[IDLE ARMED HOLD STOPPED].freeze
  CHANGES = { stop: ["STOPPED", [*MOVES, "ARMED", "HOLD", "STOPPED"]], arm: ["ARMED", ["IDLE"]],
              reset: ["IDLE", STANDING], disarm: ["IDLE", %w[ARMED STOPPED]] }.freeze

  def ramp(uid)
    return if @state == "IDLE"

    @movers << uid
    become("RAMP")
  end

  def later(name, uid) = @later << [name, uid]
  # What was on its way, in its order.
  def arrive = @later.shift(@later.size).each { |name, uid| execute(name, uid) }

  def forget_late = @later.clear

  # The watchdog: nobody holds it any more.
  def abandoned
    @later.clear
    become("STOPPED") if moving?
  end

  def power_up
    @later.clear
    @events.clear
    @boot += 1
    @force = @number = 0
    become("IDLE")
  end

  # @return [Array<Drivers::Event, Drivers::Sample>] what it measured since
  def tick(clock)
    @force += 150 if @state == "RAMP"
    if @force >= BREAKS_AT
      @force = 0
      @events << "BREAK"
      become("STOPPED")
    end
    told = @events.shift(@events.size).map { |word| Drivers::Event.new(clock, word, nil) }
    told << Drivers::Sample.new(@number += 1, clock, [@force.to_f, 0.0])
  end
end

# The driver of a ModelBench: the part of TcpBench that a session speaks to.
class ModelDriver
  Drivers = MildAnvil::Devices::Drivers
  Refused = Drivers::Refused

  attr_reader :state, :state_at, :boot, :channels
  attr_accessor :uid, :meanwhile, :connected

  # @param clock [Proc]
  def initialize(bench, random, clock)
    @bench = bench
    @random = random
    @clock = clock
    @halted = false
  end

  def drives? = true
  def connected? = @connected
  def place = ["127.0.0.1", 1]
  def identity = "Model,Bench,1,1"
  def garbage = 0
  def missing = 0
  def quiet_seconds = 0.0
  def next_number = 0
  def question = nil
  def odd_line = nil
  def collect_owed(_seconds) = []
  def halt! = @halted = true
  def go! = @halted = false
  def halted? = @halted
  def close = @connected = false

  def open(**)
    raise Errno::ECONNREFUSED if @random.rand < 0.3

    @connected = true
    @channels = [Drivers::Channel.new(index: 0, role: "force", unit: "N", resolution: 1.0),
                 Drivers::Channel.new(index: 1, role: "displacement", unit: "m", resolution: 1e-5)]
    met = @boot && @boot != @bench.boot ? :rebooted : :same
    @boot = @bench.boot
    @bench.forget_late # control is given back with the line: nothing that was on it is done any more
    @doubt = false
    met
  end

  %i[lock give_back].each { |name| define_method(name) { say(:nothing) } }
  %i[arm reset disarm].each { |name| define_method(name) { say(name) } }
  def set_limits(**) = say(:nothing)
  def hold = say(:nothing)
  def ramp_force(*) = say(:ramp)
  def ramp_travel(*) = say(:ramp)
  def release(*) = say(:nothing)
  def zero(_index) = say(:nothing) && 0.0
  def cry_stop = (@bench.execute(:stop, nil) if @connected && @random.rand < 0.6)

  def status
    say(:nothing)
    tell(@bench.state)
    [@bench.state, 0]
  end

  def poll(_seconds)
    raise EOFError unless @connected

    items = @bench.tick(@clock.call)
    items.grep(Drivers::Event).each { |one| tell(one.word.delete_prefix("STATE ")) if one.word.start_with?("STATE") }
    items
  end

  private

  # As the real one: nothing is asked before what was asked is over.
  def resynchronise
    @bench.arrive
    @doubt = false
  end

  def tell(state)
    @state = state
    @state_at = @clock.call
  end

  # Refused, done, or done later; and whatever happens meanwhile.
  def say(name)
    meanwhile&.call
    raise Refused, "the line to the bench is lost" unless @connected
    raise Refused, "it is being stopped" if @halted && name == :ramp

    resynchronise if @doubt
    case @random.rand
    when 0...0.08 then raise Refused.new("not now", code: -221)
    when 0.08...0.14
      @bench.later(name, @uid)
      @doubt = true
      raise Refused, "the bench does not answer"
    end
    @bench.execute(name, @uid)
    "OK"
  end
end
