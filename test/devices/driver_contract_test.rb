# frozen_string_literal: true

require "tmpdir"
require_relative "../test_helper"
require_relative "../support/bench_line"

# What every driver keeps to, whatever is at its other end.
module DriverContract
  Drivers = MildAnvil::Devices::Drivers
  ASKED = %i[open close poll channels drives? connected? state status cry_stop halt! go! halted? quiet_seconds identity
             question place zero boot garbage missing lock reset arm
             give_back hold disarm put_in ramp_force ramp_travel cycle release set_limits].freeze

  def collected(seconds)
    deadline = Process.clock_gettime(Process::CLOCK_MONOTONIC) + seconds
    found = []
    found.concat(@driver.poll(0.02)) while Process.clock_gettime(Process::CLOCK_MONOTONIC) < deadline
    found.grep(Drivers::Sample)
  end

  def test_it_can_be_asked_all_that_a_session_asks
    assert_empty(ASKED.reject { |name| @driver.respond_to?(name) })
  end

  def test_samples_come_once_in_order_in_si_under_their_channels
    assert_equal :new, @driver.open
    found = collected(0.6)

    assert_operator found.size, :>, 10
    assert_equal [*found.first.number..found.last.number], found.map(&:number)
    assert_equal found.map(&:seconds).sort.uniq, found.map(&:seconds)
    assert_equal "force", @driver.channels.first.role
    assert_equal [@driver.channels.size], found.map { |one| one.values.size }.uniq
    assert(found.filter_map { |one| one.values.first }.all? { |force| force.abs < 6000 })
  end

  def test_a_pause_and_a_new_line_lose_and_repeat_nothing_that_is_still_there
    @driver.open
    before = collected(0.3)
    @driver.close

    refute_predicate @driver, :connected?
    assert_includes %i[same rebooted], @driver.open
    after = collected(0.3)
    numbers = (before + after).map(&:number)
    assert_equal numbers.uniq, numbers
  end

  def test_a_zero_is_taken_off_and_a_stop_is_answered
    @driver.open
    collected(0.3)
    @driver.lock
    offset = @driver.zero(0)
    found = collected(0.4).last(5).filter_map { |one| one.values.first }

    assert_kind_of Float, offset
    assert_in_delta 0, found.sum / found.size, 100
    assert @driver.cry_stop
  end
end

class TcpBenchContractTest < CoreCase
  include BenchLine
  include DriverContract

  def setup
    bench
    @driver = Drivers::TcpBench.new("127.0.0.1", @port)
  end

  def teardown
    @driver.close
    stop_bench
  end
end

# A cell that says its reading fifty times a second, and some nonsense.
class TextStreamContractTest < CoreCase
  include DriverContract

  def setup
    @listening = TCPServer.new("127.0.0.1", 0)
    @saying = Thread.new do
      loop do
        @socket = socket = @listening.accept
        (0..).each { |i| socket.write(said(i)) && sleep(0.02) }
      rescue SystemCallError, IOError
        nil
      end
    end
    @driver = Drivers::TextStream.new("127.0.0.1", @listening.addr[1], units: MildAnvil::Catalogue.units)
  end

  def said(count)
    { 5 => "hello\r\n", 6 => "1.25 furlong\n" }.fetch(count % 10, count.odd? ? "1,25 kN\n" : "  1250 N\r\n")
  end

  def teardown
    @driver.close
    @saying.kill
    @listening.close unless @listening.closed?
  end

  def test_what_is_no_force_is_counted_and_kept_out
    @driver.open
    found = collected(0.5)

    assert_equal [1250.0], found.map { |one| one.values.first }.uniq
    assert_operator @driver.garbage, :>=, 2
  end

  def test_a_cell_that_goes_is_told
    @driver.open
    collected(0.1)
    [@socket, @listening].each(&:close)

    assert_raises(EOFError) { 50.times { @driver.poll(0.05) } }
  end
end

# A logger that adds to its file, half a line at a time.
class GrowingFileContractTest < CoreCase
  include DriverContract

  def setup
    @folder = Dir.mktmpdir
    @path = File.join(@folder, "log.csv")
    File.write(@path, "Bench log\nTime [s];Force [kN];Travel [mm]\n")
    @writing = Thread.new do
      (0..).each do |i|
        row = format("%.2f;1,25;%d,5\n", i * 0.01, i).sub(".", ",")
        cut = row.size / 2
        [row[0...cut], row[cut..]].each { |part| File.write(@path, part, mode: "a") }
        sleep 0.005
      end
    end
    @driver = Drivers::GrowingFile.new(@path, units: MildAnvil::Catalogue.units)
  end

  def teardown
    @writing.kill
    @driver.close
    FileUtils.remove_entry(@folder)
  end

  def test_columns_are_read_as_of_any_file
    @driver.open
    found = collected(0.4)

    assert_equal(%w[force displacement], @driver.channels.map(&:role))
    assert_equal [1250.0], found.map { |one| one.values.first }.uniq
    assert_in_delta found[5].seconds + 0.01, found[6].seconds, 1e-6
    assert_in_delta 0.0055, found[5].values.last, 1e-9
  end

  # The usual log: nothing pulls yet, and every reading is the same zero.
  def test_a_log_that_holds_zeros_alone_is_understood
    @writing.kill.join
    File.write(@path, "Time [s];Force [kN]\n#{Array.new(40) { |i| format("%.2f;0.000\n", i * 0.02) }.join}")
    @driver.open
    found = Array.new(3) { @driver.poll(0.02).to_a }.flatten

    assert_equal 40, found.size
    assert_equal [[0.0], ["force"]], [found.flat_map(&:values).uniq, @driver.channels.map(&:role)]
  end

  def test_a_file_that_was_begun_anew_is_told
    @driver.open
    collected(0.3)
    @writing.kill.join
    File.write(@path, "")

    assert_raises(EOFError) { 5.times { @driver.poll(0.02) } }
  end
end
