# frozen_string_literal: true

require_relative "../test_helper"
require "stringio"
require "zlib"

# What is small to send and large or endless to read: refused early, in words, and nobody else waits for it.
class NumberBombsTest < CoreCase
  Delimited = MildAnvil::Devices::Delimited
  Drivers = MildAnvil::Devices::Drivers
  DIGITS = "9" * 400

  def gzip(text, times)
    packed = StringIO.new
    writer = Zlib::GzipWriter.new(packed, Zlib::BEST_COMPRESSION)
    times.times { writer.write(text) }
    writer.finish
    packed.string
  end

  def read(bytes)
    Delimited::FileReader.read(bytes, name: "x.csv", units: MildAnvil::Catalogue.units)
  end

  def test_a_gzip_that_grows_a_thousandfold_is_not_unpacked
    [" ", "\"\n", "0,0\n", "1"].each do |text|
      error = assert_raises(MildAnvil::InvalidInput) { Delimited::Source.of(gzip(text * 500_000, 40)) }
      assert_match(/more than 200 times its size/, error.message)
    end
  end

  def test_a_log_that_packs_well_is_read
    rows = Array.new(60_000) { |i| "#{format('%.3f', i / 1000.0)},#{(i % 500) + 0.5}\n" }.join
    reading = read(gzip("Time [s],Force [N]\n#{rows}", 1))

    assert_equal 60_000, reading.recording.size
  end

  # The clock is the test's: after its time a search is given up in words.
  def test_a_search_that_takes_for_ever_is_given_up
    clock = 0.0
    limit = Delimited::TimeLimit.new(seconds: 10, clock: -> { clock += 6.0 })
    text = Delimited::TextDecoding.call(Delimited::Source.of("\"\n" * 20_000))
    search = Delimited::TableSearch.new(text, MildAnvil::Catalogue.units, limit: limit)

    assert_match(/cannot be read in 10 s: the search for its table/,
                 assert_raises(MildAnvil::InvalidInput) { search.call }.message)
  end

  def test_rows_of_a_packed_file_that_take_for_ever_are_given_up
    clock = 0.0
    limit = Delimited::TimeLimit.new(seconds: 10, clock: -> { clock += 20.0 })
    rows = Delimited::Rows.allocate
    rows.instance_variable_set(:@limit, limit)

    assert_match(/its rows takes longer/, assert_raises(MildAnvil::InvalidInput) do
      rows.send(:take, "1,2\n", 0)
    end.message)
  end

  def test_four_hundred_digits_are_no_reading
    assert_nil Drivers::DecimalMark.new(nil).read(DIGITS)
    intake = Drivers::Intake.new.tap { |made| made.width = 2 }
    intake.take("D 1,0.1,#{DIGITS},2.5")
    intake.take("D 2,#{DIGITS},1,2")
    intake.take("E #{DIGITS},BREAK")
    found = intake.shift

    assert_equal [[nil, 2.5]], found.map(&:values)
    assert_equal [1, 2], [intake.missing, intake.garbage]
  end

  # Whatever it holds: JSON has no word for what is no number.
  def test_the_recorder_answers_whatever_was_measured
    server = MildAnvil::Devices::Recorder::Server.allocate
    out = StringIO.new
    server.send(:say, out, { newtons: Float::INFINITY, points: [[1, Float::NAN], [2, 3.5]], state: "IDLE" })

    assert_equal({ "newtons" => nil, "points" => [[1, nil], [2, 3.5]], "state" => "IDLE" }, JSON.parse(out.string))
  end

  # A trouble with one question leaves the others theirs.
  def test_a_question_that_fails_ends_nobody_elses
    Dir.mktmpdir do |folder|
      path = File.join(folder, "socket")
      session = Object.new
      session.define_singleton_method(:shown) { |_| raise FloatDomainError, "Infinity" }
      server = MildAnvil::Devices::Recorder::Server.new(path, { 1 => session })
      running = Thread.new { server.run }
      _, said = capture_io do
        UNIXSocket.open(path) do |line|
          line.puts(JSON.generate(ask: "shown", bench: 1))
          line.read
        end
      end
      assert_match(/FloatDomainError/, said)
      UNIXSocket.open(path) do |line|
        line.puts(JSON.generate(ask: "shown", bench: 2))
        assert_match(/no such bench/, line.gets)
      end
      server.close
      running.kill
    end
  end
end
