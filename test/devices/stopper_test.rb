# frozen_string_literal: true

require_relative "../test_helper"
require_relative "../support/patience"

# Stop as a path of its own, against a driver that says what a test wants.
class StopperTest < CoreCase
  include Patience

  Stopper = MildAnvil::Devices::Recorder::Stopper

  # What a driver tells, without a bench.
  class Driver
    attr_accessor :state, :state_at, :quiet_seconds, :drives, :cried

    def initialize
      @state = "RAMP"
      @state_at = now
      @quiet_seconds = 0.0
      @drives = true
      @cried = 0
    end

    def now = Process.clock_gettime(Process::CLOCK_MONOTONIC)
    def drives? = drives
    def cry_stop = @cried += 1
    def halt! = @halted = true
    def go! = @halted = false
    def halted? = @halted
    # Nobody listens there.
    def place = ["127.0.0.1", 1]

    def say(state)
      @state = state
      @state_at = now
    end
  end

  def setup
    @driver = Driver.new
    @moving = false
    @stopper = Stopper.new(@driver) { @moving }
    @stopper.start
  end

  def teardown = @stopper.end

  def test_it_is_said_again_and_again_and_stands_only_when_the_state_says_so_afterwards
    @driver.state = "STOPPED" # of before
    @stopper.stop!("stopped by hand")
    refute @stopper.wait(0.3)
    assert_operator @driver.cried, :>=, 3
    @driver.say("HOLD") # what is still to come may move it
    refute @stopper.wait(0.2)
    @driver.say("STOPPED")

    assert @stopper.wait(1)
    assert_predicate @driver, :halted?
  end

  def test_what_moves_after_it_stood_is_stopped_again
    @stopper.stop!("stopped by hand")
    @driver.say("STOPPED")
    assert @stopper.wait(1)
    before = @driver.cried
    @driver.say("RAMP")
    patiently { @driver.cried > before }

    refute_predicate @stopper, :stands?
    @driver.say("STOPPED")
    patiently { @stopper.stands? }
  end

  # What somebody else does with the bench later is not ours to stop; nothing of ours moves it before it is begun anew.
  def test_after_a_while_others_may_drive_it
    @stopper.stop!("stopped by hand")
    @driver.say("STOPPED")
    assert @stopper.wait(1)
    @stopper.instance_variable_set(:@stood_at, @driver.now - Stopper::WATCHED_SECONDS - 1)
    patiently { !@stopper.wanted? }
    before = @driver.cried
    @driver.say("RAMP")
    sleep 0.2

    assert_equal before, @driver.cried
    assert_predicate @driver, :halted?
  end

  def test_readings_show_it_where_no_state_is_told
    @stopper.stop!("stopped by hand")
    120.times { |i| @stopper.stillness.note(i * 0.01, 4000.0, 0.01) }

    assert @stopper.wait(1)
  end

  def test_silence_while_it_moves_is_a_stop_and_silence_at_rest_is_none
    @driver.quiet_seconds = 0.5
    sleep 0.15
    refute_predicate @stopper, :wanted?
    @moving = true

    patiently { @stopper.wanted? }
    assert_equal Stopper::SILENT_WORDS, @stopper.why
  end

  # A stop that was pressed after something was asked for goes before it.
  def test_only_what_is_begun_on_purpose_afterwards_lets_it_go
    asked_at = @driver.now
    @stopper.stop!("stopped by hand")
    refute @stopper.release(asked_at: asked_at)
    assert_predicate @driver, :halted?
    assert @stopper.release(asked_at: @driver.now + 0.001)

    refute_predicate @driver, :halted?
    assert_nil @stopper.shown
  end

  def test_a_pump_by_hand_is_never_said_to_stand
    @driver.drives = false
    @driver.state = nil
    @stopper.stop!("stopped by hand")

    refute @stopper.wait(0.2)
    assert_equal({ why: "stopped by hand", stands: false, drives: false }, @stopper.shown.except(:for_seconds))
  end
end
