# frozen_string_literal: true

require_relative "../test_helper"
require_relative "../support/bench_line"

# The bench protocol, line by line, against the simulated bench over TCP.
class BenchSimulatorTest < CoreCase
  include BenchLine

  def teardown = stop_bench

  def test_what_it_is_and_which_page_it_keeps_to
    one = bench(cells: 2)

    assert_equal 4, one.ask("*IDN?").split(",").size
    assert_equal "MA-1", one.ask("syst:vers?\r")
    assert_match(/\A\d+\z/, one.ask("SYST:BOOT?"))
    assert_match(/\A0:force:N:50000:10;1:force:N:50000:10;2:displacement:m:0.6:1e-05\z/, one.ask("SENS:CHAN?"))
  end

  REFUSED = { "NONSENSE" => -113, "SYST:STAT" => -113, "SYST:LOCK 1" => -108, "SYST:WATC" => -109,
              "SYST:WATC x" => -104, "SYST:WATC nan" => -104, "SYST:WATC 0x10" => -104, "SYST:WATC 0.1" => -222,
              "SYST:WATC 1e400" => -222, "SENS:RATE 0" => -222, "SENS:ZERO 0.5" => -222, "SENS:ZERO 9" => -222,
              "SOUR:LIM:FORC -1" => -222, "SOUR:RAMP:FORC 5" => -109, "SOUR:RAMP:FORC 5,6,7" => -108,
              "SOUR:RAMP:FORC 5,0" => -222, "SOUR:RAMP:FORC 5,6" => -221, "SOUR:CYCL 5,4,1,1" => -222,
              "SOUR:CYCL 1,4,1,0" => -222, "SOUR:ARM" => -221, "SOUR:DIS" => -221, "SIM:LOAD anvil" => -222,
              "SIM:GUARD AJAR" => -222, "SIM:CELL 7" => -222, "TRAC:READ? 1" => -109 }.freeze

  # One refusal for each bad line, in its words and in the queue; nothing changes.
  def test_what_cannot_be_done_is_refused_by_its_code
    one = bench
    one.ask("SYST:LOCK")
    REFUSED.each do |command, code|
      assert_match(/\AERR #{code},"[^"]+"\z/, one.ask(command), command)
      assert_match(/\A#{code},/, one.ask("SYST:ERR?"), command)
      assert_equal "IDLE", one.state, command
    end

    assert_equal '0,"none"', one.ask("SYST:ERR?")
  end

  def test_parameters_before_control_before_state
    one = bench

    assert_match(/-104/, one.ask("SOUR:RAMP:FORC a,b"))
    assert_match(/-203/, one.ask("SOUR:RAMP:FORC 5,6"))
    one.ask("SYST:LOCK")

    assert_match(/-221/, one.ask("SOUR:RAMP:FORC 5,6"))
  end

  def test_a_full_queue_drops_the_oldest
    one = bench
    one.ask("SYST:WATC x")
    Rig::Bench::ERRORS.times { one.ask("NONSENSE") }

    assert_match(/-113/, one.ask("SYST:ERR?"))
  end

  def test_long_lines_half_lines_and_lines_torn_over_packets
    one = bench
    one.send("#{'x' * 9000}\nSYST:VE")
    sleep 0.05
    one.send(:"RS?\n\n\n*IDN?\n")

    assert_match(/-363/, one.answer)
    assert_equal "MA-1", one.answer
    assert_match(/Simulated/, one.answer)
    assert_equal(1, Array.new(17) { one.ask("SYST:ERR?") }.grep(/-363/).size)
    assert_match(/-113/, one.ask("SYST:VERS?\u00e9"))
    line.tap { |half| half.send(:"SYST:LOCK") }.close

    assert_equal "FREE", one.ask("SYST:LOCK?")
  end

  def test_one_drives_and_the_others_watch
    one = armed
    other = line

    assert_equal(%w[MINE OTHER], [one, other].map { |l| l.ask("SYST:LOCK?") })
    assert_equal 'ERR -203,"locked"', other.ask("SYST:LOCK")
    assert_match(/-203/, other.ask("SOUR:RAMP:FORC 100,100"))
    assert_match(/-203/, other.ask("SYST:LOCK:REL"))
    one.ask("SOUR:RAMP:FORC 9000,1000")

    assert_equal "OK", other.ask("SOUR:STOP")
    assert_equal "STOPPED", one.state
    one.ask("SOUR:RAMP:FORC 9000,1000")

    assert_equal "OK", one.ask("SYST:LOCK:REL")
    assert_equal %w[STOPPED OK MINE], [other.state, other.ask("SYST:LOCK"), other.ask("SYST:LOCK?")]
  end

  def test_a_ramp_reaches_what_was_asked_and_holds_it
    one = armed
    one.ask("TRAC:STAR")
    sleep 0.05
    one.ask("SOUR:RAMP:FORC 5000,10000")

    assert_equal "HOLD", one.until_state("HOLD")
    sleep 0.1
    one.ask("TRAC:STOP")
    force = one.samples.last(50).sum { |s| s[2].to_f } / 50
    zero = one.samples.first(20).sum { |s| s[2].to_f } / 20

    assert_in_delta 5000, force - zero, 60
    assert_equal(%w[RAMP HOLD], one.events.grep(/STATE/).last(2).map { |e| e.split.last })
    assert_equal "HOLD,1", one.ask("SYST:STAT?")[0, 6]
  end

  def test_the_stream_has_every_number_once_and_ends_when_it_is_told
    one = bench
    one.ask("TRAC:STAR")
    sleep 0.3
    one.ask("TRAC:STOP")
    seen = one.samples.size
    numbers = one.samples.map { |s| s[0].to_i }
    sleep 0.1
    one.ask("*IDN?")

    assert_operator numbers.size, :>, 200
    assert_equal [*numbers.first..numbers.last], numbers
    assert_equal seen, one.samples.size
    assert_equal one.samples.map { |s| s[1].to_f }, one.samples.map { |s| s[1].to_f }.sort
  end

  def test_samples_are_read_back_as_they_were_with_their_events_once
    one = armed
    one.ask("TRAC:STAR")
    one.ask("SOUR:RAMP:FORC 500,10000")
    one.until_state("HOLD")
    one.ask("TRAC:STOP")
    live = one.stream.dup
    numbers = one.samples.map { |s| s[0].to_i }
    one.stream.clear

    assert_equal "OK", one.ask("TRAC:READ? #{numbers.first},#{numbers.size}")
    assert_equal live, one.stream
    one.stream.clear
    assert_equal %w[OK OK], [one.ask("TRAC:READ? 90000000,5"), one.ask("TRAC:READ? 0,0")]
    assert_empty one.stream
  end

  # Later commands are answered after it, in order, but stop acts at once.
  def test_stop_acts_while_something_else_is_answered
    one = armed
    watcher = line
    one.ask("SOUR:RAMP:FORC 20000,2000")
    sleep 0.1
    one.send("SENS:ZERO 0\nTRAC:READ? 0,1000000\nSOUR:STOP\n*IDN?\n")
    watcher.until_state("STOPPED")

    assert_match(/-221/, one.answer)
    assert_equal "OK", one.answer
    assert_equal "OK", one.answer
    assert_match(/Simulated/, one.answer)
  end

  def test_the_mean_of_half_a_second_becomes_zero_and_memory_stays
    one = bench
    one.ask("SYST:LOCK")
    one.ask("TRAC:STAR")
    one.send("SENS:ZERO 0\nSYST:VERS?\n")
    began = Process.clock_gettime(Process::CLOCK_MONOTONIC)
    offset = one.answer.to_f

    assert_includes 0.45..1.0, Process.clock_gettime(Process::CLOCK_MONOTONIC) - began
    assert_equal "MA-1", one.answer
    assert_in_delta 50_000 / 900.0, offset, 5
    sleep 0.1
    one.ask("TRAC:STOP")
    before, after = [one.samples.first(50), one.samples.last(50)].map { |part| part.sum { |s| s[2].to_f } / 50 }

    assert_in_delta offset, before, 5
    assert_in_delta 0, after, 5
  end

  def test_it_stops_at_a_limit_and_lets_a_motion_back_through
    one = armed
    one.ask("SOUR:LIM:FORC 3000")
    one.ask("TRAC:STAR")
    one.ask("SOUR:RAMP:FORC 9000,20000")
    one.until_state("STOPPED")
    one.ask("TRAC:STOP")

    assert_equal ["LIMIT", "STATE STOPPED"], one.events.last(2)
    assert_equal "OK", one.ask("SOUR:REL 20000")
    assert_equal "ARMED", one.until_state("ARMED", "STOPPED")
  end

  def test_the_guard_stops_it_and_keeps_it_still
    one = armed
    one.ask("SOUR:RAMP:FORC 20000,2000")
    one.ask("SIM:GUARD OPEN")

    assert_equal "STOPPED", one.state
    assert_equal 'ERR -240,"guard"', one.ask("SOUR:RAMP:FORC 20000,2000")
    one.ask("SIM:GUARD SHUT")

    assert_equal "OK", one.ask("SOUR:RAMP:FORC 100,2000")
  end

  def test_an_emergency_stop_bleeds_off_and_is_left_by_a_reset_alone
    one = armed
    one.ask("SOUR:RAMP:FORC 4000,20000")
    one.until_state("HOLD")
    one.ask("SIM:ESTOP")

    assert_equal "ESTOP", one.state
    assert_match(/-221/, one.ask("SOUR:HOLD"))
    assert_match(/-221,"(loaded|button)"/, one.ask("*RST"))
    12.times { sleep(0.45) && one.state } # so that the watchdog hears something

    assert_match(/-221,"button"/, one.ask("*RST"))
    one.ask("SIM:ESTOP:REL")

    assert_equal %w[OK IDLE], [one.ask("*RST"), one.state]
    assert_match(/limits/, one.ask("SOUR:ARM"))
  end

  def test_a_lost_cell_is_a_fault_with_readings_that_do_not_exist
    one = armed
    one.ask("TRAC:STAR")
    one.ask("SIM:CELL 0")
    sleep 0.1
    one.ask("TRAC:STOP")

    assert_equal "FAULT", one.state
    assert_includes one.events, "CELL 0 LOST"
    assert_equal "", one.samples.last[2]
    assert_equal "OK", one.ask("*RST")
  end

  def test_a_break_ends_in_stopped
    one = armed(specimen: "print:6000")
    one.ask("TRAC:STAR")
    one.ask("SOUR:RAMP:DISP 0.02,0.02")
    one.until_state("STOPPED")
    one.ask("TRAC:STOP")

    assert_equal ["BREAK", "STATE STOPPED"], one.events.last(2)
    assert_in_delta 6000, one.samples.map { |s| s[2].to_f }.max - 56, 150
  end

  def test_the_weakest_link_goes_first
    one = armed(specimen: "weak-link-print:6000")
    one.ask("TRAC:STAR")
    one.ask("SOUR:RAMP:DISP 0.02,0.02")
    one.until_state("STOPPED")
    one.ask("TRAC:STOP")

    assert_in_delta 4200, one.samples.map { |s| s[2].to_f }.max - 56, 150
  end

  # No byte for so long: it stops, and control is free; so it does when the line is lost.
  def test_the_watchdog_stops_a_bench_that_nobody_speaks_to
    one = armed
    watcher = line
    one.ask("SYST:WATC 0.3")
    one.ask("SOUR:RAMP:FORC 20000,1000")
    watcher.until_state("STOPPED")

    assert_equal "FREE", watcher.ask("SYST:LOCK?")
    assert_match(/-203/, one.ask("SOUR:HOLD"))
  end

  def test_a_lost_line_gives_control_back_and_the_watchdog_runs_on
    one = armed
    watcher = line
    one.ask("SYST:WATC 0.5")
    one.ask("SOUR:RAMP:FORC 20000,1000")
    one.close
    sleep 0.05

    assert_equal %w[FREE RAMP], [watcher.ask("SYST:LOCK?"), watcher.state]
    watcher.until_state("STOPPED")
  end

  # Targets are in readings net of the zero; letting off ends at nothing, not at little.
  def test_targets_are_zeroed_readings_and_letting_off_ends_at_nothing
    one = armed
    offset = Float(one.ask("SENS:ZERO 0"))
    assert_operator offset, :>, 20
    one.ask("SOUR:RAMP:FORC 2000,20000")
    one.until_state("HOLD")

    assert_in_delta 2000, @made.machine.newtons, 30
    one.ask("SOUR:REL 20000")
    one.until_state("ARMED")
    assert_in_delta 0, @made.machine.newtons, 0.01
  end

  def test_cycles_end_in_hold_and_a_release_in_armed
    one = armed
    one.ask("SOUR:CYCL 500,2000,20,4")
    one.until_state("HOLD")
    one.ask("SOUR:REL 20000")

    assert_equal "ARMED", one.until_state("ARMED")
    assert_equal %w[OK IDLE], [one.ask("SOUR:DIS"), one.state]
  end

  # One that does not read loses whole lines, and slows nobody.
  def test_a_slow_reader_slows_nobody
    one = bench(rate: 10_000.0)
    slow = line
    slow.socket.setsockopt(Socket::SOL_SOCKET, Socket::SO_RCVBUF, 4096)
    slow.send(:"TRAC:STAR\n")
    one.ask("TRAC:STAR")
    sleep 1.0
    one.ask("TRAC:STOP")
    numbers = one.samples.map { |s| s[0].to_i }

    assert_operator numbers.size, :>, 5000
    assert_equal [*numbers.first..numbers.last], numbers
  end

  WORDS = ["*RST", "SYST:LOCK", "SYST:WATC 5", "SOUR:LIM:FORC 9000", "SOUR:LIM:DISP 0.3", "SOUR:ARM",
           "SOUR:RAMP:FORC 500,5000", "SOUR:RAMP:DISP 0.01,0.1", "SOUR:HOLD", "SOUR:REL 9000", "SOUR:STOP", "SOUR:DIS",
           "SOUR:CYCL 10,90,20,2", "TRAC:STAR", "TRAC:STOP", "TRAC:READ? 0,5", "SENS:RATE 300", "SIM:ESTOP",
           "SIM:ESTOP:REL", "SIM:GUARD OPEN", "SIM:GUARD SHUT", "SIM:LOAD rope", "SYST:ERR?", "SYST:STAT?"].freeze
  STATES = %w[IDLE ARMED RAMP HOLD CYCLE RELEASE STOPPED ESTOP FAULT].freeze

  # Whatever is said in whatever order, from two sides at once: one answer a line, a known state, nobody thrown out.
  def test_no_order_of_commands_and_no_bytes_put_it_out
    one = bench
    other = line
    random = Random.new(12)
    400.times do
      who = [one, other].sample(random: random)
      words = WORDS.sample(random: random).dup
      words.insert(random.rand(words.size), random.bytes(3).delete("\n")) if random.rand < 0.15
      refute_nil who.ask(words), words.inspect
    end
    one.ask("TRAC:STOP")

    assert_includes STATES, one.state
    assert_equal "MA-1", line.ask("SYST:VERS?")
  end
end
