# frozen_string_literal: true

require_relative "../../support/committed_case"
require_relative "../../support/bench_desk"

# Real processes, killed in mid-pull: the recorder, the bench.
class KilledTest < CommittedCase
  include BenchDesk

  ROOT = File.expand_path("../../..", __dir__)
  LOST_SECONDS = 0.25

  def setup
    @var = Dir.mktmpdir
    FileUtils.mkdir_p(File.join(@var, "run"))
    ENV["RECORDER_SOCKET"] = File.join(@var, "run/recorder.sock")
    @pids = []
    @lot = lot_at_bench
  end

  def teardown
    @pids.dup.each { |pid| kill(pid, "TERM") }
    ENV.delete("RECORDER_SOCKET")
    FileUtils.remove_entry(@var)
    super
  end

  def process(*words)
    env = { "DATABASE_URL" => ENV.fetch("DATABASE_URL"), "RECORDER_SOCKET" => ENV.fetch("RECORDER_SOCKET") }
    Process.spawn(env, "bundle", "exec", "ruby", *words, chdir: ROOT, %i[out err] => File.join(@var, "said.log"))
           .tap { |pid| @pids << pid }
  end

  def kill(pid, signal = "KILL")
    Process.kill(signal, pid)
    Process.wait(pid)
    @pids.delete(pid)
  rescue Errno::ESRCH, Errno::ECHILD
    @pids.delete(pid)
  end

  def port_file = File.join(@var, "run/bench-simulator.port")

  def bench_and_recorder
    @bench_pid = process("bin/bench-simulator", "--rate", "500", "--seed", "4", "--port-file", port_file)
    patiently { File.exist?(port_file) }
    @recorder = process("bin/recorder")
    connected
  end

  def live = Benching::Live.new(@bench_row.id).once

  def watched = Line.new(File.read(port_file).to_i)

  def test_a_killed_recorder_leaves_a_bench_that_stands_and_loses_nothing_older_than_a_quarter_second
    bench_and_recorder
    run = start(@lot, "staged")
    patiently { live.dig(:run, :at).to_i >= 2 && live.dig(:run, :elapsed) > 2 }
    watcher = watched
    last = newest(watcher)
    kill(@recorder)

    assert_includes %w[STOPPED], patiently(6) { watcher.state.then { |state| state == "STOPPED" && state } }
    journal = MildAnvil::Devices::Recorder::Journal.read(Dir[File.join(@var, "journal/*.journal")].first)
    numbers = journal.samples.map(&:number)
    assert_equal numbers.uniq.sort, numbers
    assert_operator journal.samples.last.seconds, :>=, last - LOST_SECONDS
    finished_after_a_restart(run, numbers.size)
  end

  # @return [Float] clock of the newest sample
  def newest(line)
    line.ask("TRAC:STAR")
    sleep 0.05
    line.ask("TRAC:STOP")
    line.samples.last[1].to_f
  end

  def finished_after_a_restart(run, count)
    @recorder = process("bin/recorder")
    kept = over(run)

    assert_equal "interrupted", kept.state
    assert_equal count, kept.pull.recording.sample_count
    assert_equal([@lot.id], Actions::Today.call[:interrupted].map { |row| row[:lot_id] })
  end

  # Switched off and on: numbers begin again, so what there was is a record of its own.
  def test_a_bench_that_was_switched_off_ends_the_run_as_interrupted
    bench_and_recorder
    run = start(@lot, "staged")
    patiently { live.dig(:run, :at).to_i >= 2 }
    kill(@bench_pid)
    patiently { live[:said].to_s != "" }
    process("bin/bench-simulator", "--rate", "500", "--seed", "5", "--port-file", port_file)
    kept = over(run)

    assert_equal ["interrupted", "the bench was switched off and on"], [kept.state, kept.ended]
    assert_operator kept.pull.recording.sample_count, :>, 100
  end
end
