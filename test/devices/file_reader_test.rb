# frozen_string_literal: true

require_relative "../test_helper"

class FileReaderTest < CoreCase
  ROWS = Array.new(30) { |i| [i * 0.1, (i * 37.25) - 3, i * 0.01] }.freeze

  # Writes the same thirty rows in any dialect.
  def text(delimiter: ",", decimal: ".", header: ["Time [s]", "Force [N]", "Travel [mm]"], before: [], after: [],
           newline: "\n", rows: ROWS)
    body = rows.map { |row| row.map { |v| v.round(3).to_s.tr(".", decimal) }.join(delimiter) }
    [*before, header&.join(delimiter), *body, *after, ""].compact.join(newline)
  end

  def forces(bytes, **choices) = read_file(bytes, **choices).recording.main.samples
  def refusal(bytes, **choices) = assert_raises(MildAnvil::InvalidInput) { read_file(bytes, **choices) }.message

  DIALECTS = { comma: {}, semicolon: { delimiter: ";" }, tab: { delimiter: "\t" },
               decimal_comma: { delimiter: ";", decimal: "," }, spaces: { delimiter: "   " },
               crlf: { newline: "\r\n" }, cr: { newline: "\r" }, remarks: { after: ["# stopped by operator"] },
               preamble: { before: ["Bench 2", "Operator; W. A.", ""] },
               unit_row: { header: %w[Time Force Travel], delimiter: "\t" } }.freeze

  DIALECTS.each do |name, form|
    define_method("test_dialect_#{name}") do
      bytes = text(**form)
      bytes = bytes.sub("Travel\n", "Travel\ns\tN\tmm\n") if name == :unit_row
      reading = read_file(bytes)

      assert_predicate reading, :ready?, reading.questions.inspect
      assert_equal 30, reading.row_count
      assert_in_delta 1077.25 - 0.0, reading.recording.main.samples.last + 0.0, 0.01
      assert_in_delta 0.1, reading.interval_seconds, 1e-9
      assert_empty reading.warnings
    end
  end

  def test_encodings_are_told_from_their_bytes
    german = text(header: ["Zeit [s]", "Kraft [N]", "Verlängerung [mm]"], delimiter: ";", decimal: ",")
    ["UTF-8", "Windows-1252", "UTF-16LE", "UTF-16BE"].each do |encoding|
      assert_equal 30, forces(german.encode(encoding)).size, encoding
    end
    assert_equal 30, forces("\uFEFF#{german}").size
    assert_equal "displacement", read_file(german.encode("Windows-1252")).columns[2].role
  end

  def test_thousands_marks_and_quotes
    bytes = "Time [s],Force [N]\n#{Array.new(20) do |i|
      format('%.1f,"%s"', i * 0.1, (i * 100.5).to_s.sub(/(\d)(\d{3}\.)/, '\1,\2'))
    end.join("\n")}\n"

    assert_in_delta 1909.5, forces(bytes).last, 1e-9
    assert_in_delta 1234.5, forces("t [s];F [N]\n#{Array.new(9) { |i| "#{i},0;1.23#{i},5" }.join("\n")}\n")[4], 1e-9
  end

  def test_time_forms
    clock = Array.new(20) do |i|
      "23:59:#{format('%04.1f', 50 + (i * 0.5))},#{i}"
    end.map { |l| l.sub(/23:59:6(\d\.\d)/, '00:00:0\1') }
    assert_in_delta 0.5, read_file("Time,Force [N]\n#{clock.join("\n")}\n").interval_seconds, 1e-9
    stamps = Array.new(20) { |i| "2031-05-22T10:14:#{format('%04.1f', i * 0.25)}Z,#{i}" }
    assert_in_delta 0.25, read_file("Stamp,Force [N]\n#{stamps.join("\n")}\n").interval_seconds, 0.06
    minutes = Array.new(20) { |i| "#{i / 10}:#{format('%05.2f', i % 10 * 6)},#{i}" }
    assert_in_delta 6.0, read_file("Time,Force [N]\n#{minutes.join("\n")}\n").interval_seconds, 1e-6
    dated = Array.new(20) { |i| "14.03.2031;10:00:#{format('%04.1f', i * 0.5)};#{i}" }
    assert_in_delta 0.5, read_file("Date;Time;Load (kgf)\n#{dated.join("\n")}\n").interval_seconds, 1e-6
    numbered = "Sample rate: 20 Hz\nSample,Force [N]\n#{Array.new(20) { |i| "#{i + 1},#{i * 3}" }.join("\n")}\n"
    assert_in_delta 0.05, read_file(numbered).interval_seconds, 1e-9
    assert_in_delta 0.002, read_file("Time (ms),Force (N)\n#{Array.new(20) do |i|
      "#{i * 2},#{i}"
    end.join("\n")}\n").interval_seconds, 1e-9
  end

  def test_units_convert_to_si
    assert_in_delta 1077.25 * 4.4482216152605, forces(text(header: ["Time [s]", "Load (lbf)", "x [mm]"])).last, 1e-6
    assert_in_delta 1_077_250.0, forces(text(header: ["Elapsed_s", "Load_kN", "Disp_mm"])).last, 1e-6
  end

  def test_what_cannot_be_known_is_asked
    assert_equal(%w[unit unit],
                 read_file(text(header: %w[Time Force Travel]).sub("Time", "Time [s]")).questions.map do |q|
                   q[:kind]
                 end)
    assert_equal(%w[force_column], read_file(text(header: ["t [s]", "Ch1 [N]", "Ch2 [N]"])).questions.map do |q|
      q[:kind]
    end)
    assert_equal(%w[interval], read_file("Force [N]\n#{(1..20).to_a.join("\n")}\n").questions.map { |q| q[:kind] })
  end

  def test_answers_are_taken
    columns = [{ index: 0, role: "time", unit: "s" }, { index: 1, role: "force", unit: "daN", main: true },
               { index: 2, role: "ignore" }]

    assert_in_delta 10_772.5, forces(text(header: nil), columns: columns).last, 1e-6
    assert_in_delta 0.25,
                    read_file("Force [N]\n#{(1..20).to_a.join("\n")}\n",
                              interval_seconds: 0.25).recording.time_axis.interval_seconds
  end

  def test_stray_defects_are_skipped_and_said
    lines = text(rows: ROWS * 10).gsub(/^0\.0,/, "0.0,").lines
    times = lines.drop(1).each_with_index.map { |line, i| line.sub(/^[^,]+/, format("%.1f", i * 0.1)) }
    times[100] = times[100].sub(/,[^,]+,/, ",,")
    reading = read_file([lines.first, *times].join)

    assert_equal 299, reading.recording.size
    assert_match(/line 102/, reading.warnings.first)
  end

  BROKEN = { "" => /empty/, "  \n\n" => /empty/, "Time [s],Force [N]\n" => /header only/,
             "hello\nworld\nhow\nare\nyou\n" => /No table/, "Time [s],Force [N]\n0,1\n1,2\n" => /at least 3/,
             "Time [s],Travel [mm]\n0,1\n1,2\n2,3\n3,4\n" => /No column of this file is a force/,
             "Time [s],Force [N]\n0,0\n1,0\n2,0\n3,0\n" => /zero/,
             "Time [s],Force [N]\n0,NaN\n1,NaN\n2,NaN\n3,4\n" => /have no force/,
             "Time [s],Force [N]\n0,1\n1,2\n0.5,3\n1.5,4\n" => /Line 4: the time runs backwards/ }.freeze

  BROKEN.each_with_index do |(bytes, words), i|
    define_method("test_broken_file_#{i}_is_refused_in_words") { assert_match words, refusal(bytes) }
  end

  def test_a_file_of_many_bad_rows_is_refused_and_taken_with_leave
    bytes = "Time [s],Force [N]\n#{Array.new(50) { |i| i % 5 == 2 ? "#{i}," : "#{i},#{i * 2}" }.join("\n")}\n"

    assert_match(/nothing was saved.*skip such rows/, refusal(bytes))
    assert_equal 40, forces(bytes, skip_bad_rows: true).size
  end

  def test_too_wide_too_large_and_binary
    wide = ([Array.new(300) { |i| "c#{i} [N]" }] + Array.new(5) { [*0...300] }).map { |row| row.join(",") }.join("\n")

    assert_match(/300 columns/, refusal(wide))
    assert_match(/binary/, refusal(Random.new(3).bytes(4000)))
    huge = MildAnvil::Devices::Delimited::Source.of("0").tap { |source| source.define_singleton_method(:size) { MildAnvil::Devices::Delimited::FileReader::LARGEST_BYTES + 1 } }
    assert_match(/MB/, assert_raises(MildAnvil::InvalidInput) { read_file(huge) }.message)
  end

  def test_a_second_header_stops_the_reading_and_lines_before_it_may_be_taken
    bytes = text + text(header: ["Time [s]", "Force [kN]", "Travel [mm]"])

    assert_match(/Line 32: a second header/, refusal(bytes))
    assert_equal 30, forces(bytes, last_line: 31).size
  end

  # Cut, garbled and shuffled files end in an answer of words, always.
  def test_no_garbled_file_crashes
    random = Random.new(11)
    whole = text(delimiter: ";", decimal: ",")
    300.times do
      bytes = garble(whole.dup, random)
      begin
        reading = read_file(bytes)
        assert reading.recording.nil? || reading.recording.main.samples.all?(&:finite?)
      rescue MildAnvil::InvalidInput => e
        refute_empty e.message
      end
    end
  end

  def garble(bytes, random)
    case random.rand(5)
    when 0 then bytes.byteslice(0, random.rand(bytes.bytesize))
    when 1 then bytes.tap { |b| 8.times { b.setbyte(random.rand(b.bytesize), random.rand(256)) } }
    when 2 then bytes.lines.shuffle(random: random).join
    when 3 then bytes.tr(";", [",", " ", "\t", "|"].sample(random: random))
    else bytes.gsub(/\d/) { |d| random.rand(12).zero? ? "x" : d }
    end
  end
end
