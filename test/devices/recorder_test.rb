# frozen_string_literal: true

require "tmpdir"
require_relative "../test_helper"
require_relative "../support/bench_line"

# The recorder's parts against the simulated bench: journal, trace, a run from arming to the break.
class RecorderTest < CoreCase
  include BenchLine

  Recorder = MildAnvil::Devices::Recorder
  Drivers = MildAnvil::Devices::Drivers

  def setup = @folder = Dir.mktmpdir

  def teardown
    @session&.stop
    stop_bench
    FileUtils.remove_entry(@folder)
  end

  def sample(number, force) = Drivers::Sample.new(number, number * 0.01, [force, 0.001])

  def test_a_journal_gives_back_what_it_was_told_and_drops_what_was_cut_off
    path = File.join(@folder, "a.journal")
    journal = Recorder::Journal.begin(path, { uid: "A", channels: [] })
    journal.add([sample(1, 5.25), Drivers::Event.new(0.5, "STATE HOLD", nil), sample(2, nil)])
    journal.add([{ kind: "remark", words: "gróße" }])
    journal.close
    read = Recorder::Journal.read(path)

    assert_equal ["A", [1, 2], [5.25, nil], ["STATE HOLD"], "gróße", true],
                 [read.header[:uid], read.samples.map(&:number), read.samples.map { |s| s.values[0] },
                  read.events.map(&:word), read.notes[0][:words], read.whole]
    whole = File.binread(path)
    (1...whole.bytesize).step(7) do |length|
      File.binwrite(path, whole[0, length])
      cut = Recorder::Journal.read(path)
      assert_operator cut&.samples.to_a.size, :<=, 2
    end
    File.binwrite(path, whole.sub("5.25", "9.25"))
    refute Recorder::Journal.read(path).whole
    assert_empty Recorder::Journal.read(path).samples
  end

  def test_a_journal_is_never_written_over
    path = File.join(@folder, "a.journal")
    Recorder::Journal.begin(path, {}).close
    assert_raises(Errno::EEXIST) { Recorder::Journal.begin(path, {}) }
  end

  # Whoever watches asks for what came after a number: the next run goes on where the last one ended.
  def test_a_trace_of_the_next_run_goes_on_counting
    first = Recorder::Trace.new
    200.times { |i| first.add(i * 0.01, i.to_f) }
    second = Recorder::Trace.new(last: first.last)
    200.times { |i| second.add(i * 0.01, i.to_f) }

    assert_operator second.after(first.last).size, :>, 20
    assert_equal first.last + 1, second.after(0).first.first
  end

  def test_a_trace_keeps_lowest_and_highest_and_gives_what_came_since
    trace = Recorder::Trace.new
    1000.times { |i| trace.add(i * 0.001, i == 500 ? 99.0 : (i % 7).to_f) }
    all = trace.after(0)

    assert_in_delta 99.0, all.map(&:last).max
    assert_equal all.size, trace.last
    assert_equal all.last(3), trace.after(trace.last - 3)
    assert_operator all.size, :<, 50
  end

  BREAK = { name: "Break", kind: "break", steps: [{ does: "zero" }, { does: "ramp", to: 1500, rate: 4000 },
                                                  { does: "hold", seconds: 0.5 },
                                                  { does: "inspect", points: ["cracks"] },
                                                  { does: "break", rate: 0.01 }] }.freeze
  LIMITS = { force_limit: 40_000.0, travel_limit: 0.5 }.freeze

  def session(specimen: "print:3000")
    bench(specimen: specimen)
    @finished = Queue.new
    driver = Drivers::TcpBench.new("127.0.0.1", @port)
    @session = Recorder::Session.new("B", driver, folder: @folder, finished: ->(path) { @finished << path })
    @session.start
    wait { @session.shown(0)[:connected] }
    @session
  end

  def wait(seconds = 10)
    Timeout.timeout(seconds) { sleep 0.02 until yield }
  end

  def begun(procedure = BREAK, uid: "RUN1")
    session.ask(:begin_run, { uid: uid, procedure: procedure, limits: LIMITS, resolution: 20.0 })
  end

  def going = @session.shown(0)[:run]

  def test_a_run_from_zero_to_break_is_all_in_the_journal
    assert_equal({ done: "RUN1" }, begun)
    wait { going[:outcomes][3][:state] == "running" }
    assert_equal ["cracks"], going[:points]
    @session.ask(:remark, { words: "creaks" })
    @session.ask(:inspect_points, { points: { cracks: true } })
    read = Recorder::Journal.read(Timeout.timeout(15) { @finished.pop })
    ended = read.notes.last

    assert_equal ["broken", true, %w[done]], [ended[:ended], ended[:proof_passed], ended[:outcomes].map do |o|
      o[:state]
    end.uniq]
    assert_includes read.notes.map { |n| n[:words] }, "creaks"
    numbers = read.samples.map(&:number)
    assert_equal [*numbers.first..numbers.last], numbers
    assert_includes read.events.map(&:word), "BREAK"
    assert_in_delta 3000, read.samples.map { |s| s.values[0] }.max, 60
    assert_nil @session.shown(0)[:run]
  end

  def test_stop_stands_still_and_keeps_what_there_is
    begun
    wait { going[:outcomes][1][:state] == "running" && going[:peak] > 300 }
    began = Process.clock_gettime(Process::CLOCK_MONOTONIC)
    @session.ask(:stop_run)

    assert_operator Process.clock_gettime(Process::CLOCK_MONOTONIC) - began, :<, 0.25
    read = Recorder::Journal.read(Timeout.timeout(5) { @finished.pop })
    assert_equal ["stopped", "not_completed", nil], read.notes.last.values_at(:ended, :proof, :proof_passed)
    assert_equal :stopped, @made.machine.state
  end

  # The bench stands still, and what was written is kept as cut off.
  def test_a_full_disk_stops_the_bench_and_keeps_what_there_is
    begun({ **BREAK, steps: [{ does: "ramp", to: 2500, rate: 500 }] })
    wait { going[:peak] > 300 }
    journal = @session.recording.instance_variable_get(:@journal)
    stops = []
    stopper = @session.instance_variable_get(:@stopper)
    stopper.define_singleton_method(:stop!) { |why, *rest| super(why, *rest).tap { stops << why } }
    journal.define_singleton_method(:write) { |_| raise Errno::ENOSPC }
    path = Timeout.timeout(5) { @finished.pop }

    assert_equal :stopped, @made.machine.state
    assert_includes stops, "nothing can be written"
    assert_match(/Nothing can be written/, @session.shown(0)[:said])
    assert_operator Recorder::Journal.read(path).samples.size, :>, 100
    assert_nil(Recorder::Journal.read(path).notes.find { |note| note[:kind] == "end" })
  end

  def test_a_fault_of_ours_does_not_leave_a_bench_alone
    begun({ **BREAK, steps: [{ does: "ramp", to: 2500, rate: 500 }] })
    wait { going[:peak] > 100 }
    recording = @session.recording
    recording.define_singleton_method(:sample) { |*| raise "odd" }
    _, err = capture_io { wait { @session.shown(0)[:said] } }
    recording.singleton_class.remove_method(:sample)

    assert_match(/in trouble: odd/, @session.shown(0)[:said])
    assert_match(/odd/, err)
    @session.ask(:stop_run)
    assert_equal :stopped, @made.machine.state
  end

  def mono = Process.clock_gettime(Process::CLOCK_MONOTONIC)

  def asked(uid: "RUN1", **rest)
    session if @session.nil?
    @session.ask(:begin_run, { uid: uid, procedure: BREAK, limits: LIMITS, resolution: 20.0, **rest })
  end

  def nothing_moved!(seconds = 0.3)
    sleep seconds
    assert_equal [0, nil], [@made.machine.steps, @session.shown(0)[:run]]
  end

  # A start that nobody waits for any more is none: by its deadline, and by being given up.
  def test_what_nobody_waits_for_does_not_begin
    assert_match(/did not begin/, asked(deadline: mono - 0.1)[:refused])
    assert_equal({ begun: false }, @session.give_up("RUN2"))
    assert_match(/did not begin/, asked(uid: "RUN2", deadline: mono + 5)[:refused])
    nothing_moved!
  end

  def test_what_has_begun_cannot_be_given_up_and_is_begun_once
    assert_equal({ done: "RUN1" }, asked(deadline: mono + 5))
    assert_equal({ begun: true }, @session.give_up("RUN1"))
    assert_equal({ done: "RUN1" }, asked)
    assert_equal "RUN1", going[:uid]
    assert_equal 1, Dir[File.join(@folder, "*.journal")].size
  end

  def test_a_stop_after_the_start_was_asked_for_goes_before_it
    session
    at = mono
    @session.stop_run

    assert_match(/stopped before/, asked(asked_at: at)[:refused])
    nothing_moved!
    assert_match(/did not begin/, asked(asked_at: mono)[:refused]) # what was refused once never begins
    assert_equal({ done: "RUN2" }, asked(uid: "RUN2", asked_at: mono))
  end

  def test_another_machine_than_the_one_that_was_meant_does_not_move
    assert_match(/Another machine answers/, asked(machine: "Fern,P50,1,2")[:refused])
    nothing_moved!
    assert_equal({ done: "RUN2" }, asked(uid: "RUN2", machine: @session.shown(0)[:machine]))
  end

  # Every number has an age, and one that is too old is not given out.
  def test_a_reading_that_is_old_is_none
    session
    wait { @session.shown(0)[:age_seconds].to_f < 0.2 }
    line.ask("SIM:CELL 0")
    wait { @session.shown(0)[:age_seconds] > 2 }

    assert_nil @session.shown(0)[:newtons]
    assert_equal "FAULT", @session.shown(0)[:state]
  end

  def test_states_of_before_are_forgotten_when_the_line_goes
    session
    wait { @session.shown(0)[:state] == "IDLE" }
    stop_bench
    wait { @session.shown(0)[:said] }

    assert_equal [nil, nil], @session.shown(0).values_at(:state, :moving)
  end

  def test_a_second_run_is_refused_while_one_goes_on
    begun

    assert_match(/going on/, @session.ask(:begin_run, { uid: "RUN2", procedure: BREAK, limits: LIMITS })[:refused])
  end

  def test_the_line_is_cut_in_mid_pull_and_nothing_is_missing
    begun({ **BREAK, steps: [{ does: "ramp", to: 2500, rate: 1000 }, { does: "release", rate: 5000 }] })
    wait { going[:peak] > 500 }
    @session.instance_variable_get(:@driver).instance_variable_get(:@line).instance_variable_get(:@socket).shutdown
    read = Recorder::Journal.read(Timeout.timeout(15) { @finished.pop })
    numbers = read.samples.map(&:number)

    assert_equal [*numbers.first..numbers.last], numbers
  end

  def test_a_bench_with_an_open_guard_does_not_begin
    session
    line.ask("SIM:GUARD OPEN")

    assert_match(/guard/, @session.ask(:begin_run, { uid: "R", procedure: BREAK, limits: LIMITS })[:refused])
    assert_nil @session.shown(0)[:run]
  end

  def test_nobody_answers_and_that_is_said
    driver = Drivers::TcpBench.new("127.0.0.1", 1)
    @session = Recorder::Session.new("B", driver, folder: @folder, finished: nil)
    @session.start
    wait { @session.shown(0)[:said] }

    assert_match(/No bench answers/, @session.shown(0)[:said])
    assert_match(/No bench answers/, @session.ask(:begin_run, {})[:refused])
  end
end
