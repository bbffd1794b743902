# frozen_string_literal: true

require "tmpdir"
require_relative "../test_helper"
require_relative "../support/model_bench"

# Recorder, bench and web as states and messages in random order: starts, stops, time-outs, lost lines, restarts, kills.
# The recorder is the real one, turned by hand; so is its handshake. What may never be:
#   a bench that moves without a run on the list, a run that starts after it was refused, a stop that is not reached.
class StartStopPropertyTest < CoreCase
  Recorder = MildAnvil::Devices::Recorder
  Requests = Recorder::Requests
  STEPS = [{ does: "ramp", to: 800, rate: 100 }, { does: "release", rate: 100 }].freeze
  GOING = %w[claimed recording].freeze
  WORLDS = 400
  MOVES = 90

  # One of many, in an order that its seed makes.
  class World
    def initialize(seed, folder)
      @random = Random.new(seed)
      @folder = folder
      @clock = 1000.0
      @bench = ModelBench.new(@random)
      @rows = {} # what the register of runs says, by uid
      @asked = {} # what the web waits for
      @refused = {} # and how often the bench had been told to move then
      @trail = []
      begin_recorder
    end

    attr_reader :rows, :bench, :clock

    def begin_recorder
      @driver = ModelDriver.new(@bench, @random, -> { @clock })
      @driver.meanwhile = -> { meanwhile }
      @session = Recorder::Session.new("B", @driver, folder: @folder, finished: ->(path) { kept(path) })
      @stopper = @session.instance_variable_get(:@stopper)
      [[@stopper, :pause], [@session, :sleep], [@stopper, :sleep]].each do |one, name|
        one.define_singleton_method(name) { |*| nil }
      end
      @stopper.define_singleton_method(:wait) { |_| stands? }
      @stopper.instance_variable_get(:@line).define_singleton_method(:stop) { nil }
    end

    # While a command is under way, others act.
    def meanwhile
      @clock += @random.rand(0.3)
      return unless @random.rand < 0.12

      send(%i[press_stop give_up bench_goes_on].sample(random: @random))
    end

    ACTS = { turn: 10, stop_turn: 4, start: 4, answer: 3, give_up: 1, press_stop: 1, bench_goes_on: 3, desk: 2, cut: 1,
             power: 0.5, kill: 0.4 }.freeze

    def act
      at = @random.rand * ACTS.values.sum
      name = ACTS.find { |_, weight| (at -= weight).negative? }.first
      @trail << name
      @clock += @random.rand(0.5)
      send(name)
      hold!
    end

    def turn
      @driver.uid = @session.recording&.uid || @next
      @session.send(:round)
    end

    def stop_turn = @stopper.send(:round)
    def bench_goes_on = @bench.arrive
    def press_stop = @session.stop_run

    # Claimed by one; the same is asked for twice now and then.
    def start
      return if @rows.values.any? { |state| GOING.include?(state) }

      uid = "R#{@rows.size}"
      @rows[uid] = "claimed"
      @next = uid
      given = { uid: uid, procedure: { name: "P", kind: "staged", steps: STEPS }, asked_at: @clock,
                deadline: @clock + 4, limits: {} }
      @asked[uid] = Array.new(@random.rand < 0.3 ? 2 : 1) { Requests::Request.new(:begin_run, given) }
      @asked[uid].each { |request| @session.instance_variable_get(:@requests) << request }
    end

    def answer
      @asked.each do |uid, requests|
        done = requests.reject { |request| request.answer.empty? }
        requests.reject! { |request| done.include?(request) }
        done.each { |request| decide(uid, request.answer.pop) }
      end
    end

    def give_up
      uid, requests = @asked.find { |_, waiting| waiting.any? }
      return if uid.nil?

      never = requests.map(&:give_up).all?
      requests.clear
      decide(uid, never || !@session.give_up(uid)[:begun] ? { refused: "in time" } : { done: uid })
    end

    def decide(uid, answer)
      return @rows[uid] = "recording" if answer[:done] && GOING.include?(@rows[uid])
      return unless answer[:refused] && @rows[uid] == "claimed" && @asked[uid].none?

      @rows[uid] = "refused"
      @refused[uid] = @bench.movers.count(uid)
    end

    # The recorder says what it records.
    def desk
      uid = @session.recording&.uid
      @rows[uid] = "recording" if uid && %w[claimed refused].include?(@rows[uid])
    end

    def cut = @driver.connected = false

    def power
      @bench.power_up
      @driver.connected = false
    end

    # With it goes whatever it was asked; what the journal holds is kept by the next one.
    def kill
      @session.recording&.then { |recording| kept(recording.path) }
      @asked.each { |uid, requests| requests.clear || (@rows[uid] = "interrupted" if @rows[uid] == "claimed") }
      @bench.abandoned
      begin_recorder
    end

    def kept(path)
      uid = File.basename(path, ".journal")
      @rows[uid] = "finished" unless @rows[uid] == "refused"
    end

    def hold!
      moved_rightly!(@bench.movers.last) if @bench.moving?
      began = @refused.find { |uid, count| @bench.movers.count(uid) > count && @rows[uid] == "refused" }
      raise "#{began.first} began after it was refused" if began
    end

    def moved_rightly!(moving)
      ours = @session.recording&.uid == moving
      raise "moves for a run that was refused" if ours && @rows[moving] == "refused"
      raise "moves without a listed run: #{@rows}" if !ours && !@stopper.wanted? && @driver.connected?
    end

    # Whatever there was: pressed once, and everybody does what they do.
    def stop_is_reached?
      @driver.meanwhile = nil
      press_stop
      stood = false
      80.times do
        @clock += 0.3
        %i[turn stop_turn bench_goes_on stop_turn].each { |name| send(name) }
        stood ||= @stopper.stands?
      end
      stood && !@bench.moving?
    end

    def told
      "#{@trail.last(25).join(' ')}: #{@bench.state}, #{@driver.connected? ? @driver.state : 'no line'}, " \
        "#{@stopper.shown}, #{@session.shown(0)[:said]}, #{@rows}"
    end
  end

  def each_world
    WORLDS.times do |seed|
      Dir.mktmpdir do |folder|
        world = World.new(seed, folder)
        Process.stub(:clock_gettime, ->(*) { world.clock }) { yield world, seed }
      end
    end
  end

  def test_never_moving_unlisted_never_begun_after_a_no_and_stop_always_reached
    moved = refused = 0
    each_world do |world, seed|
      MOVES.times { world.act }
      moved += world.bench.movers.uniq.size
      refused += world.rows.values.count("refused")
      reached = world.stop_is_reached?
      assert reached, "world #{seed}: #{world.told}"
    rescue RuntimeError => e
      flunk "world #{seed}: #{e.message}: #{world.told}"
    end

    assert_operator moved, :>, WORLDS / 2, "these worlds hardly move: the test would prove nothing"
    assert_operator refused, :>, 20
  end
end
