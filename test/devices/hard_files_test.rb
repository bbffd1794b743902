# frozen_string_literal: true

require_relative "../test_helper"
require "zlib"

# Files as loggers and mail programs make them: each is read, or refused in words; nothing that leaves the core is
# without a number.
class HardFilesTest < CoreCase
  ROWS = 400

  # A pull to 8 kN and a break, told as the block wants each row.
  def log(header = "Time [s],Force [N],Travel [mm]", above: "", rows: ROWS)
    body = Array.new(rows) do |i|
      force = if i < 40
                0.3 * (i % 3)
              else
                (i > rows - 60 ? 12.0 : (i - 40) * 8000.0 / (rows - 100))
              end
      yield(i, force)
    end
    "#{above}#{header}\n#{body.join("\n")}\n"
  end

  def plain = log { |i, f| format("%.2f,%.1f,%.3f", i * 0.05, f, i * 0.02) }

  def findings(reading)
    assert_predicate reading, :ready?, reading.questions.inspect
    Curve::Analysis.new(reading.recording).findings.tap { |found| JSON.generate(found.map(&:to_h)) } # no NaN in it
  end

  def peak(reading) = findings(reading).find { |f| f.kind == :peak }.force_newtons

  def test_a_date_without_a_time_is_midnight
    text = log do |i, f|
      "#{i == 40 ? '2026-01-06' : (Time.utc(2026, 1, 5, 23, 59, 20) + i).strftime('%F %T')},#{f},#{i}"
    end
    reading = read_file(text)

    assert_in_delta 40.0, reading.recording.time_axis[40]
    assert_in_delta 7973, peak(reading), 30
  end

  def test_a_number_beyond_all_cells_is_no_reading
    %w[1e400 -1e400 1e308 9e20].each do |cell|
      reading = read_file(log { |i, f| "#{i},#{i == 100 ? cell : f},#{i}" })

      assert_match(/1 row has no force.*line 102/, reading.warnings.join, cell)
      assert_in_delta 7973, peak(reading), 30
    end
    huge = read_file(log("Time [s],Force [kN],Travel [mm]") { |i, f| "#{i},#{i == 100 ? '1e308' : f / 1000},#{i}" })
    assert_in_delta 7973, peak(huge), 30
  end

  def test_a_file_of_nothing_but_such_numbers_is_refused
    assert_raises(MildAnvil::InvalidInput) { read_file(log { |i, _| "#{i},1e308,#{i}" }) }
  end

  def test_a_rate_of_nothing_is_asked_for
    ["Sampling rate: 0 Hz", "Sample interval: 0 s", "Sampling rate: #{'9' * 400} Hz"].each do |line|
      reading = read_file(log("Sample,Force [N]", above: "#{line}\n") { |i, f| "#{i},#{f}" })

      assert_equal(%w[interval], reading.questions.map { |q| q[:kind] }, line)
    end
  end

  def test_a_time_that_stands_still_is_refused_and_repeats_are_not
    assert_match(/time never advances/, assert_raises(MildAnvil::InvalidInput) do
      read_file(log do |_, f|
        "5,#{f},1"
      end)
    end.message)
    findings(read_file(log { |i, f| "#{i % 9 == 8 ? i : i - (i % 9) - 1},#{f},#{i}" }))
  end

  # Whatever the word: a column that counts the rows is no clock.
  def test_a_column_that_counts_the_rows_is_no_time
    ["Échantillon", "Reading no.", "Mätpunkt", "Punto"].each do |word|
      asked = read_file(log("#{word},Force [N]") { |i, f| "#{i + 1},#{f}" })
      rated = read_file(log("#{word},Force [N]", above: "Sampling rate: 10 Hz\n") { |i, f| "#{i + 1},#{f}" })

      assert_equal(%w[interval], asked.questions.map { |q| q[:kind] }, word)
      assert_predicate rated, :ready?, word
      assert_in_delta 0.1, rated.recording.time_axis.typical_interval_seconds, 1e-9
    end
  end

  def test_units_may_stand_inside_the_cells
    text = log("Time stamp,Load,Extension") { |i, f| "#{format('%.2f', i * 0.05)} s,#{f / 10} daN,#{i} mm" }
    reading = read_file(text)

    assert_equal(%w[s daN mm], reading.columns.map { |c| c.unit.symbol })
    assert_in_delta 7973, peak(reading), 30
  end

  def test_a_stamp_between_tabs_keeps_its_inner_space
    reading = read_file(log("Force [N]\tStamp") { |i, f| "#{f}\t2026-01-05 10:#{format('%02d:%02d', i / 60, i % 60)}" })

    assert_equal "\t", reading.layout.delimiter
    assert_in_delta 399, reading.recording.time_axis.end_seconds, 1e-6
  end

  def test_the_main_force_is_told_from_legs_and_controls
    { "Gesamtkraft [kN],Kontrollzelle [kN]" => 1, "Zweiter Aufnehmer [kN],Gesamtkraft [kN]" => 2,
      "Left leg [kN],Tension [kN]" => 2 }.each do |header, main|
      reading = read_file(log("Time [s],#{header}") { |i, f| "#{i},#{f / 1000},#{f / 1000}" })

      assert_predicate reading, :ready?, header
      assert_equal main, reading.columns.find(&:main).index, header
    end
  end

  def test_a_title_may_be_long_and_in_any_script
    title = "#{'Kraft der Prüfmaschine ' * 12}力 [N]"
    reading = read_file(log("Time [s],#{title},Travel [mm]") { |i, f| "#{i},#{f},#{i}" })

    assert_in_delta 7973, peak(reading), 30
  end

  def test_a_stiffness_without_end_is_not_given
    findings(read_file(log { |i, f| "#{i},#{f},5" }))
    findings(read_file(log { |i, f| "#{i},#{f},#{i < 200 ? 0 : 1e-300}" }))
    findings(read_file(log { |i, f| "#{i},#{f},#{f * 1e-25}" }))
  end

  def test_what_is_no_number_is_said_instead
    wild = Curve::Finding.new(kind: :stiffness, at_seconds: 2.0, force_newtons: nil, because: "steepest line",
                              extra: { newtons_per_metre: Float::INFINITY, lines: [{ force_newtons: Float::NAN }] })
    instead = Curve::Sound.of(wild)

    assert_equal [:not_given, 2.0, "stiffness"], [instead.kind, instead.at_seconds, instead.extra[:finding]]
    assert_equal "stiffness cannot be given: its newtons per metre, force would be no finite number", instead.because
    sound = Curve::Finding.new(kind: :stiffness, extra: { newtons_per_metre: 1.0 })
    assert_same sound, Curve::Sound.of(sound)
  end

  LEGS = "Time [s],Main [kN],Leg A [kN],Leg B [kN],Travel [mm]"

  # A hold at 6 kN with two legs, of which one loses what the block says.
  def legs
    log(LEGS) do |i, _|
      force = ((i - 40) * 0.05).clamp(0, 6)
      a, b = [force * 0.6, force * 0.4].map { |v| format("%.4f", v) }
      "#{i * 0.1},#{format('%.4f', force)},#{yield(i, a)},#{b},#{[i, 160].min * 0.1}"
    end
  end

  def main = [{ index: 1, main: true, role: "force", unit: "kN" }]

  def test_a_blank_cell_in_a_leg_is_left_out_of_its_mean
    reading = read_file(legs { |i, a| i == 300 ? "" : a }, columns: main)
    share = findings(reading).find { |f| f.kind == :share }

    assert_in_delta 0.6, share.extra[:legs].first[:share], 0.001
    refute_match(/NaN/, share.because)
  end

  def test_a_leg_without_a_reading_has_no_share
    found = findings(read_file(legs { |i, a| i > 100 ? "" : a }, columns: main))

    assert_equal(["Leg B"], found.select { |f| f.kind == :share }.flat_map { |f| f.extra[:legs].map { |l| l[:name] } })
  end

  def test_any_channel_may_have_gaps
    %w[nan --- *** n/a OVF].push("").each do |gap|
      [1, 2].each do |column|
        text = log do |i, f|
          [i * 0.05, f, i * 0.02].each_with_index.map do |v, c|
            c == column && i % 50 == 7 ? gap : v
          end.join(",")
        end

        assert_in_delta 7973, peak(read_file(text, skip_bad_rows: true)), 60, "#{gap} in #{column}"
      end
    end
  end

  def test_two_hundred_columns_are_read
    header = ["Time [s]", "Force [N]", *Array.new(198) { |c| "T#{c} [°C]" }].join(",")
    reading = read_file(log(header) { |i, f| [i, f, *Array.new(198, 21)].join(",") })

    assert_in_delta 7973, peak(reading), 30
    assert_match(/up to 256/, assert_raises(MildAnvil::InvalidInput) do
      read_file("#{(['1'] * 300).join(',')}\n" * 5)
    end.message)
  end

  def test_a_table_below_a_deep_preamble_is_found_with_its_unit
    above = Array.new(1700) { |i| "Setting #{i}: value #{i * 3}" }.join("\n")
    reading = read_file("#{above}\nForce unit: kN\n#{log('Time [s],Force,Travel [mm]') do |i, f|
      "#{i},#{f / 1000},#{i}"
    end}")

    assert_equal [1702, 1703], [reading.layout.header_line, reading.layout.data_first_line]
    assert_in_delta 7973, peak(reading), 30
  end

  def test_one_endless_line_is_left_out
    lines = plain.lines
    reading = read_file([*lines.first(200), "#{'9,' * 300_000}\n", *lines.drop(200)].join)

    assert_match(/too many fields.*line 201/, reading.warnings.join)
    assert_in_delta 7973, peak(reading), 30
  end

  def test_gzip_is_unpacked
    packed = Zlib.gzip(plain)

    assert_in_delta 7973, peak(read_file(packed, name: "log.csv.gz")), 30
    joined = Zlib.gzip(plain[0, 3000]) + Zlib.gzip(plain[3000..])
    assert_equal plain.bytesize, MildAnvil::Devices::Delimited::Source.of(joined).size
    [packed[0, 900], packed.sub(packed[200, 20], "x" * 20), "\x1F\x8B".b].each do |torn|
      assert_match(/gzip file is damaged/, assert_raises(MildAnvil::InvalidInput) { read_file(torn) }.message)
    end
  end

  def test_a_gzip_file_that_swells_is_refused
    io = StringIO.new(Zlib.gzip("0" * 3_000_000))
    error = assert_raises(MildAnvil::InvalidInput) { MildAnvil::Devices::Delimited::Unpacked.call(io, largest: 2_000_000) }

    assert_match(/holds more than 1 MB/, error.message)
  end

  def test_other_encodings_are_turned_in_parts
    long = log(rows: 60_000) { |i, f| format("%.2f,%.1f,%.3f", i * 0.05, f, i * 0.02) }
    ["UTF-16LE", "UTF-16BE"].each do |encoding|
      reading = read_file("\uFEFF#{long}".encode(encoding).b)

      assert_equal [encoding, 60_000], [reading.text.encoding, reading.row_count]
      assert_in_delta 8000, peak(reading), 30
    end
    old = read_file(long.tr("\n", "\r"))
    assert_equal ["CR", 60_000], [old.text.newline, old.row_count]
  end
end
