# frozen_string_literal: true

require_relative "../../support/committed_case"
require "pdf/reader"
require "minitest/mock"
require_relative "../../support/bench_desk"

# Pulls begun on a bench and kept by the recorder.
class RunsTest < CommittedCase
  include BenchDesk

  Core = MildAnvil::Core

  def teardown
    close_desk
    super
  end

  def test_what_can_be_run_what_is_looked_at_and_what_stands_in_the_way
    lot = lot_at_bench(claims: [claim("2.4")])
    shown = Benching::ShowBench.call(lot_id: lot.id)
    all = shown[:procedures].to_h { |row| [row[:key], row] }

    assert_equal [true, true], shown[:bench].values_at(:driven, :simulated)
    assert_equal [nil, 3000.0 * 0.75], [all["break"][:refused], all["staged"][:highest_si]]
    assert_match(/needs the proof of this lot/, all["proof"][:refused])
    assert_empty all["break"][:refusals]
    assert_equal 9, shown[:checklist].size
  end

  def test_a_pull_to_the_break_is_kept_as_a_pull_with_its_curve
    lot = lot_at_bench
    open_desk
    connected
    run = over(start(lot))
    pull = run.pull

    assert_equal ["finished", "broken"], [run.state, run.ended]
    assert_equal ["bench", "C-9", 1], [pull.origin, pull.pull_instruments.first.instrument.name, pull.number]
    peak = row(pull)[:measurement][:value_si]
    assert_in_delta 3000, peak, 500 # the one that was put in scatters
    assert_empty Dir[File.join(@var, "journal/*.journal")]
    assert_equal 1, Dir[File.join(@var, "journal/kept/*.journal")].size
    assert_equal(%w[zero break], run.read(:results)[:outcomes].map { |one| one[:does] })
  end

  def test_it_does_not_arm_before_everything_was_looked_at
    lot = lot_at_bench
    error = assert_raises(MildAnvil::InvalidInput) do
      Benching::StartRun.call(lot_id: lot.id, procedure: "break", checklist: ALL.merge(guard: false),
                              person_id: person.id, roles: %w[technician])
    end

    assert_equal({ "checklist.guard": "was not looked at" }, error.details[:fields])
    assert_equal 0, Models::Run.count
  end

  def test_a_cell_that_failed_or_a_force_beyond_it_stands_in_the_way_until_a_reviewer_says_why
    lot = lot_at_bench(expected: "48")
    error = assert_raises(MildAnvil::Conflict) { start(lot) }
    assert_match(/C-9 is verified to 36\.0 kN, and 48\.0 kN is to be expected/, error.message)
    assert_raises(MildAnvil::Forbidden) { start(lot, reason: "the cell bears it") }
    assert_raises(MildAnvil::Conflict) { start(lot, reason: "the cell bears it", roles: %w[reviewer]) } # nobody records

    run = Models::Run.order(:id).last
    assert_equal ["refused", "the cell bears it"], [run.state, run.overruled_reason]
    assert_match(/verified to/, run.read(:overruled).first)
  end

  def test_one_run_at_a_bench_and_stop_is_everybodys
    lot = lot_at_bench(expected: "3")
    open_desk
    connected
    run = start(lot, "staged")
    assert_raises(MildAnvil::Conflict) { start(lot) }
    patiently { Benching::Live.new(@bench_row.id).once.dig(:run, :at).to_i >= 2 }
    other = add_person("technician")
    command = { run_id: run.id, person_id: other.id }
    assert_raises(MildAnvil::Forbidden) { Benching::CommandRun.call(command: "hold", **command) }
    Benching::CommandRun.call(command: "stop", **command)

    assert_equal ["finished", "stopped", nil], over(run).values.values_at(:state, :ended, :proof_passed)
    assert_equal :stopped, @made.machine.state
  end

  def paper(run)
    content = Benching::RunRecord.call(run_id: run.id).content
    PDF::Reader.new(StringIO.new(content)).pages.map(&:text).join("\n").squeeze(" ")
  end

  # Half of what the piece holds: reached, held, let off, looked at.
  def test_a_proof_is_judged_as_it_goes_and_stands_on_its_paper
    lot = lot_at_bench(requirements: [{ text: "0.6", unit: "kN", measure: "working_load" }])
    open_desk
    connected
    quick = Benching::Procedures.of("proof", Benching::Readiness.new(lot)).first
    quick = quick.merge(steps: quick[:steps].map { |step| step[:does] == "hold" ? { **step, seconds: 1 } : step })
    run = Benching::Procedures.stub(:of, [quick, Core::Pull::Procedure.new(quick, loads: { "proof" => 1200.0 })]) do
      start(lot, "proof")
    end
    points = patiently { Benching::Live.new(@bench_row.id).once.dig(:run, :points) }
    Benching::CommandRun.call(run_id: run.id, command: "inspected", person_id: person.id,
                              given: { points: points.to_h { |point| [point, true] } })
    kept = over(run)

    assert_equal ["finished", true], [kept.state, kept.proof_passed]
    text = paper(kept)
    ["Proof record", "The proof is passed.", "held 1.0 s", "Guard shut", "C-9"].each do |words|
      assert_includes text, words
    end
    assert Actions::ShowPull.call(pull_id: kept.pull_id)[:run][:proof_passed]
  end

  def test_a_proof_that_lets_go_is_not_passed_and_its_paper_says_so
    lot = lot_at_bench(expected: "3", requirements: [{ text: "2.5", unit: "kN", measure: "working_load" }])
    open_desk
    connected
    run = over(start(lot, "proof")) # to 5 kN, and it holds 3

    assert_equal [false, "broken"], [run.proof_passed, run.ended]
    assert_includes paper(run), "The proof is not passed."
    assert_raises(MildAnvil::NotFound) { Benching::RunRecord.call(run_id: 0) }
  end

  # The recorder was killed: what the journal holds becomes a pull that was interrupted, once.
  def test_what_a_killed_recorder_left_is_finished_and_marked_interrupted
    lot = lot_at_bench
    open_desk
    connected
    run = start(lot, "staged")
    patiently { Benching::Live.new(@bench_row.id).once.dig(:run, :at).to_i >= 2 }
    journal = patiently { Dir[File.join(@var, "journal/*.journal")].first }
    cut = File.binread(journal)[0..-20]
    close_desk
    @var = Dir.mktmpdir
    copy = File.join(@var, "#{run.uid}.journal")
    2.times do
      File.binwrite(copy, cut)
      Models::Run.where(id: run.id).update(state: "recording", ended_at: nil, pull_id: nil)
      Benching::KeepRun.call(copy)
    end

    assert_equal "interrupted", run.refresh.state
    assert_equal [run.pull_id], Models::Pull.where(lot_id: lot.id, origin: "bench").select_map(:id)
    told = Actions::Today.call[:interrupted].first
    assert_equal [lot.id, run.pull_id], told.values_at(:lot_id, :pull_id)
  end

  def test_a_database_that_is_away_at_the_end_of_a_run_has_it_when_it_is_back
    lot = lot_at_bench
    open_desk
    connected
    kept = Benching::KeepRun.method(:call)
    calls = 0
    away = lambda do |path|
      (calls += 1) < 3 ? raise(Sequel::DatabaseDisconnectError, "gone away") : kept.call(path)
    end
    _, err = capture_io { Benching::KeepRun.stub(:call, away) { over(start(lot)) } }

    assert_match(/the database is away: .*gone away/, err)
    assert_equal [3, 1], [calls, Models::Pull.where(lot_id: lot.id, origin: "bench").count]
  end

  # A hobby cell that says its readings, pulled by hand: nothing can be told to move, all of it is recorded.
  def test_a_cell_that_says_its_readings_is_recorded_while_it_is_pulled_by_hand
    lot = lot_at_bench
    open_desk
    say_readings
    @bench_row.update(address: "text:127.0.0.1:#{@saying.addr[1]}")
    keys = Benching::ShowBench.call(lot_id: lot.id)[:procedures].map { |row| row[:key] }
    assert_equal [true, false], %w[proof hysteresis].map { |key| keys.include?(key) }, "no hand cycles evenly"
    connected
    patiently { Benching::Live.new(@bench_row.id).once[:newtons] }
    run = start(lot)
    @pulling = true
    kept = over(run)

    assert_equal ["finished", "broken"], [kept.state, kept.ended]
    assert_in_delta 2400, row(kept.pull)[:measurement][:value_si], 60
  ensure
    @voice&.kill
    @saying&.close
  end

  # Rest, then up to 2.4 kN and gone.
  def say_readings
    @saying = TCPServer.new("127.0.0.1", 0)
    @voice = Thread.new do
      socket = @saying.accept
      force = 0
      loop do
        force = force > 2400 ? -1 : force + 40 if @pulling && force >= 0
        socket.write(format("%.2f kN\n", [force, 0].max / 1000.0))
        sleep 0.02
      end
    end
  end

  # The clock of the computer is set a day back, or forward, while it is pulled: the bench has its own.
  [-86_400, 86_400].each do |jump|
    define_method("test_a_clock_that_jumps_by_#{jump}_seconds_in_mid_pull_loses_nothing") do
      lot = lot_at_bench
      open_desk
      connected
      run = start(lot)
      patiently { Benching::Live.new(@bench_row.id).once.dig(:run, :elapsed).to_f > 0.3 }
      kept = jumped(jump) { over(run) }

      assert_equal %w[finished broken], [kept.state, kept.ended]
      seconds = Actions::ReadWindow.call(recording_id: kept.pull.recording.id, points: 400)[:seconds]
      assert_equal seconds.sort.uniq, seconds
    end
  end

  def jumped(by, &block)
    real = Time.method(:now)
    Time.stub(:now, -> { real.call + by }, &block)
  end

  # The web server ended between writing it down and asking the recorder.
  def test_a_run_that_nobody_records_does_not_hold_the_bench_for_ever
    lot = lot_at_bench
    assert_raises(MildAnvil::Conflict) { start(lot) } # nobody records yet
    run = Models::Run.order(:id).last
    run.update(state: "recording", ended_at: nil, created_at: Time.now - 60)
    open_desk
    connected

    assert_equal ["interrupted", "nothing was recorded"], over(run).values.values_at(:state, :ended)
    assert_equal "finished", over(start(lot)).state
  end

  def test_the_rest_of_the_screens_know_a_pull_from_a_bench
    lot = lot_at_bench
    open_desk
    connected
    run = over(start(lot))
    judge(run.pull, "break", failed_part: "specimen")

    assert_equal 1, summary(lot)["judged"]
    assert_equal "bench", shown(lot)[:pulls].first[:origin]
  end
end
