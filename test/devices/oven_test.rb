# frozen_string_literal: true

require_relative "../test_helper"
require "tmpdir"

# The oven with a logger of its own: what it remembers through power cuts, and how it is asked.
class OvenTest < Minitest::Test
  Oven = MildAnvil::Devices::Simulator::Oven
  Line = MildAnvil::Devices::Drivers::OvenLine

  def setup
    @folder = Dir.mktmpdir
    @path = File.join(@folder, "memory")
    @now = 1000.0
  end

  def teardown = FileUtils.remove_entry(@folder)

  def logger(speed: 3600.0) = Oven::Logger.new(Oven::Memory.new(@path), speed: speed, stations: 2, clock: -> { @now })

  def test_it_reads_fast_at_first_and_sparser_later
    oven = logger
    oven.start("A")
    @now += 10.0 # ten hours
    oven.tick
    hours = lines(oven).select { |l| l[1] == "D" && l[2] == "1" }.map { |l| l[3].to_f }

    assert_in_delta 1 / 60.0, hours.first, 0.001
    assert_operator hours[1] - hours[0], :<, 0.02
    assert_operator hours[-1] - hours[-2], :>, 0.3
    assert_equal hours.sort, hours
    assert_equal((1..lines(oven).size).to_a, lines(oven).map { |l| l[0].to_i })
  end

  # Set back by a day, before and after a start of the oven: it waits until the clock has caught up.
  def test_a_clock_that_is_set_back_ends_nothing
    oven = logger
    oven.start("A")
    @now += 2.0
    oven.tick
    known = lines(oven).size
    @now -= 86_400
    oven.tick
    again = logger
    again.tick

    assert_equal known + 1, lines(again).size, "the gap is told, and nothing is read"
    assert_match(/interrupted no power from 1.94 h to 1.94 h/, lines(again).last.join(" "))
    @now += 86_403
    again.tick
    hours = lines(again).select { |l| l[1] == "D" && l[2] == "1" }.map { |l| l[3].to_f }
    assert_operator hours.last, :>, 2.5
    assert_equal hours.sort, hours
  end

  def test_a_power_cut_loses_the_half_line_and_says_the_gap
    oven = logger
    oven.start("A")
    @now += 2.0
    oven.tick
    whole = lines(oven)
    File.open(@path, "ab") { |file| file.write("999 D 1 9.9") } # the line that was being written
    @now += 3.0
    again = logger

    assert_equal whole, lines(again).first(whole.size)
    assert_match(/\AE 5\.0000 interrupted no power from \d\.\d\d h to 5\.00 h\z/,
                 lines(again)[whole.size].drop(1).join(" "))
    @now += 0.2
    again.tick

    assert_operator lines(again).last[3].to_f, :>, 5.0
  end

  def test_a_test_that_it_knows_goes_on_and_another_one_begins_anew
    oven = logger
    oven.start("A")
    @now += 1.0
    oven.tick
    count = lines(oven).size
    oven.start("A")

    assert_equal count, lines(oven).size
    oven.start("B")

    assert_empty lines(oven)
    assert_in_delta 0.0, oven.hours
  end

  def test_the_third_piece_runs_away_and_the_first_does_not
    oven = Oven::Logger.new(Oven::Memory.new(@path), speed: 3600.0, stations: 3, clock: -> { @now })
    oven.start("A")
    @now += 1000.0
    oven.tick
    course = ->(n) { lines(oven).select { |l| l[2] == n }.map { |l| [l[3].to_f, l[5].to_f] } }
    away = ->(n) { MildAnvil::Core::Endurance::Runaway.find(*course.call(n).last(160).transpose) }

    assert_nil away.call("1")
    assert_equal :up, away.call("3").away
  end

  def test_it_is_asked_over_its_line_and_what_makes_no_sense_is_refused
    oven = logger
    server = Oven::Server.new(oven)
    done = false
    serving = Thread.new { server.run { done } }
    Line.open("127.0.0.1", server.port) do |line|
      line.start("A")
      @now += 1.0
      items = wait_for { line.since(0).then { |found| found unless found.empty? } }

      assert_equal [1, 1], items.first.to_h.values_at(:number, :station)
      assert_empty line.since(items.last.number + 10_000)
    end
    assert_raises(IOError) { Line.open("127.0.0.1", server.port) { |line| line.start("no good") } }
  ensure
    done = true
    serving&.join
  end

  private

  def lines(oven) = oven.since(0, 100_000).map { |line| [line.number.to_s, *line.text.split] }

  def wait_for
    60.times do
      found = yield and return found
      sleep 0.05
    end
    flunk "nothing came"
  end
end
