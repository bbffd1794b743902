# frozen_string_literal: true

require_relative "../test_helper"

# The compiled part and the plain one are held to the same answers.
class PackedTest < CoreCase
  Delimited = MildAnvil::Devices::Delimited

  # What both give for the same question.
  def both
    native = MildAnvil::PackedNative
    [native, nil].map do |part|
      Packed.use(part)
      yield
    end
  ensure
    Packed.use(native)
  end

  def test_the_set_up_has_compiled_it = assert_predicate(Packed, :native?)

  def test_envelopes_agree
    random = Random.new(4)
    packed = Packed.pack(Array.new(1003) do |i|
      (i % 90).zero? ? Float::NAN : random.rand(-5.0..5.0)
    end + ([Float::NAN] * 40))
    native, plain = both do
      Packed.envelope(packed, packed, 16).map do |side|
        Packed.unpack(side).map do |v|
          v.nan? ? nil : v
        end
      end
    end

    assert_equal plain, native
    assert_nil native.first.last
  end

  def test_surveys_agree
    [[1.0, 2.0, 3.5, Float::NAN, 4.0], [0.0, 0.1, 0.2], [5.0], [3.0, 2.0, 2.0]].each do |values|
      native, plain = both { Packed.survey(Packed.pack(values)).to_a }
      native.zip(plain).each { |a, b| assert_in_delta b, a, 1e-12, values.inspect unless a == b }
    end
  end

  NUMBERS = %w[0 -0.5 +12.25 .75 3. 1e3 -2.5E-4 123456789012345678 0.1 4.35 2.2250738585072014e-308 1e20
               0.30000000000000004 9007199254740993 5e-324 000123.4500].freeze

  # Every number as Ruby itself reads it, to the last bit.
  def test_numbers_are_read_to_the_last_bit
    lines = NUMBERS.map { |n| "#{n},1\n" }.join
    buffers = [+"".b, +"".b]
    offset, rows = Packed.parse_rows(lines, 0, [",", ".", "", "nn"], [1.0, 1.0], buffers)

    assert_equal [lines.bytesize, NUMBERS.size], [offset, rows]
    assert_equal NUMBERS.map(&:to_f), Packed.unpack(buffers.first)
    random = Random.new(9)
    texts = Array.new(3000) do
      format(["%.3f", "%.12f", "%.17g", "%e", "%d"].sample(random: random), random.rand(-1e6..1e6))
    end
    buffers = [+"".b]
    Packed.parse_rows("#{texts.join("\n")}\n", 0, [";", ".", "", "n"], [1.0], buffers)

    assert_equal texts.map(&:to_f), Packed.unpack(buffers.first)
  end

  # It stops at the first line that is not plain, and leaves that line to others.
  def test_it_takes_nothing_that_is_no_number
    ["x", "1.2.3", "1,2,3", "--1", "1e", "1 2", "0x10", "12:61:00", "inf", "1_000", "\u22125", "1e300", "-1e21",
     "1e400", "9e20"].each do |bad|
      buffers = [+"".b, +"".b]
      offset, rows = Packed.parse_rows("1,2\n#{bad},3\n4,5\n".b, 0, [",", ".", "", "nn"], [1.0, 1.0], buffers)

      assert_equal [4, 1, 8], [offset, rows, buffers.first.bytesize], bad
    end
  end

  def test_styles
    one = lambda do |text, style, scales = [1.0, 1.0]|
      buffers = [+"".b, +"".b]
      Packed.parse_rows(text, 0, style, scales, buffers)
      buffers.map { |b| b.unpack1("E") }
    end

    assert_equal [0.5, 1234.25], one.call("0,5;1.234,25\n", [";", ",", ".", "nn"])
    assert_equal [1.0, 1234.5], one.call("1,\"1,234.5\"\r\n", [",", ".", ",", "nn"])
    assert_equal [2.0, 3000.0], one.call("  2.0    3.0  \n", [" ", ".", "", "nn"], [1.0, 1000.0])
    assert_equal [36_061.25, 7.0], one.call("10:01:01.25\t7\n", ["\t", ".", "", "cn"])
    assert_equal [61.5, 7.0], one.call("1:01.5,7\n", [",", ".", "", "cn"])
    assert_predicate one.call("1,\n", [",", ".", "", "nn"]).last, :nan?
  end

  def test_stamps_agree_with_the_plain_part
    ["2031-05-22T10:14:07.25Z", "2031-05-22 10:14:07", "22.05.2031 10:14:07,5", "2031/05/22T10:14:07+02:00",
     "1999-12-31T23:59:59.999-0530"].each do |text|
      buffers = [+"".b, +"".b]
      Packed.parse_rows("#{text};1\n", 0, [";", ".", "", "sn"], [1.0, 1.0], buffers)

      assert_in_delta Delimited::Stamps.parse(text, "stamp"), buffers.first.unpack1("E"), 1e-6, text
    end
  end

  def test_a_file_reads_the_same_without_the_compiled_part
    text = "Time [s];Kraft [kN]\n#{Array.new(50) { |i| "0,#{format('%02d', i)};#{i},5" }.join("\n")}\n"
    native, plain = both { read_file(text).recording.then { |r| [r.main.samples, r.time_axis.interval_seconds] } }

    assert_equal plain, native
  end
end
