# frozen_string_literal: true

require_relative "../../support/committed_case"
require_relative "../../support/bench_desk"
require_relative "../../support/real_processes"

# Real processes, killed in mid-pull: the recorder, the bench, the lines to the bench and to the database, whoever
# watches; a clock that jumps.
class KilledTest < CommittedCase
  include BenchDesk

  include RealProcesses

  LOST_SECONDS = 0.25

  def setup
    super
    @lot = lot_at_bench
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

    assert(patiently { watcher.state == "STOPPED" })
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
    patiently(60) { live.dig(:run, :at).to_i >= 2 }
    kill(@bench_pid)
    patiently(60) { live[:said].to_s != "" }
    process("bin/bench-simulator", "--rate", "500", "--seed", "5", "--port-file", port_file)
    kept = over(run)

    assert_equal ["interrupted", "the bench was switched off and on"], [kept.state, kept.ended]
    assert_operator kept.pull.recording.sample_count, :>, 100
  end

  def free_port = TCPServer.open("127.0.0.1", 0) { |server| server.addr[1] }
  def proxy(port, to) = process("test/support/tcp_proxy.rb", port.to_s, to.to_s)

  def answers?(port)
    TCPSocket.new("127.0.0.1", port).close
    true
  rescue SystemCallError
    false
  end

  # Every number once, in the journal that was put away and in the pull.
  def whole!(kept)
    path = patiently { Dir[File.join(@var, "journal/kept/*.journal")].first }
    journal = MildAnvil::Devices::Recorder::Journal.read(path)
    numbers = journal.samples.map(&:number)

    assert_equal (numbers.first..numbers.last).to_a, numbers.sort
    assert_equal numbers.size, kept.pull.recording.sample_count
  end

  # The line to the database is cut at once and for all connections; the run goes on, and is kept when it is back.
  def test_a_database_that_goes_in_mid_pull_takes_nothing_with_it
    url = URI(ENV.fetch("DATABASE_URL"))
    port = free_port
    line = proxy(port, url.port)
    patiently { answers?(port) }
    @bench_pid = process("bin/bench-simulator", "--rate", "500", "--seed", "4", "--port-file", port_file)
    patiently { File.exist?(port_file) }
    process("bin/recorder", database: url.dup.tap { |one| one.port = port }.to_s)
    connected
    run = start(@lot)
    patiently { live.dig(:run, :at).to_i >= 1 && live.dig(:run, :elapsed) > 0.5 }
    kill(line)
    patiently { live[:run].nil? } # it broke, and nobody could be told
    assert_equal "recording", run.refresh.state
    proxy(port, url.port)
    kept = over(run)

    assert_equal %w[finished broken], [kept.state, kept.ended]
    whole!(kept)
  end

  # The bench stands by its own watchdog; what it measured meanwhile is asked for when the line is back.
  def test_a_line_that_is_cut_in_mid_pull_loses_no_sample
    @bench_pid = process("bin/bench-simulator", "--rate", "500", "--seed", "4", "--port-file", "#{port_file}.real")
    patiently { File.exist?("#{port_file}.real") }
    port = free_port
    line = proxy(port, File.read("#{port_file}.real").to_i)
    File.write(port_file, port)
    patiently { answers?(port) }
    process("bin/recorder")
    connected
    run = start(@lot, "staged")
    patiently { live.dig(:run, :at).to_i >= 2 }
    kill(line)
    sleep 2.5
    proxy(port, File.read("#{port_file}.real").to_i)
    kept = over(run)

    assert_equal "stopped", kept.ended
    whole!(kept)
  end

  # Those who watch are killed, twenty at once: nobody waits for them.
  def test_watchers_that_are_killed_change_nothing
    bench_and_recorder
    watching = "require 'socket'; require 'json'; s = UNIXSocket.new(ENV['RECORDER_SOCKET']); " \
               "s.puts(JSON.generate(ask: 'watch', bench: #{@bench_row.id})); loop { s.gets }"
    watchers = Array.new(20) { process("-e", watching) }
    run = start(@lot)
    patiently { live.dig(:run, :elapsed).to_f > 0.5 }
    watchers.each { |pid| kill(pid) }
    kept = over(run)

    assert_equal %w[finished broken], [kept.state, kept.ended]
    whole!(kept)
  end
end
