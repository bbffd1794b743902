# frozen_string_literal: true

require_relative "../test_helper"

# Logs that are plain to a person: with words, bars, marks of remarks, keys; or several tables in one file.
class PlainLogsTest < CoreCase
  FORCES_KN = [*[0.0] * 12, *(1..24).map { |i| i * 0.8 }, *[0.0] * 10].freeze

  def rows = FORCES_KN.each_with_index.map { |force, i| yield i, format("%.1f", i * 0.1), force.round(3) }
  def read(*lines) = read_file([*lines.flatten, ""].join("\n"))
  def peak(reading) = reading.recording.main.samples.max
  def refusal(...) = assert_raises(MildAnvil::InvalidInput) { read(...) }.message

  # One leading mark names no column and moves none.
  HASHES = {
    "# Time[s] Force[kN] Travel[mm]" => "%<t>s %<f>s %<x>s", "#Time[s] Force[kN] Travel[mm]" => "%<t>s %<f>s %<x>s",
    "# Time (s),Force (kN),Travel (mm)" => "%<t>s,%<f>s,%<x>s",
    "#,Time (s),Force (kN),Travel (mm)" => "%<i>d,%<t>s,%<f>s,%<x>s",
    "# Time[s] Force[kN] Travel[mm] " => "%<i>d %<t>s %<f>s %<x>s",
    "No #;Time (s);Force (kN);Travel (mm)" => "#%<i>d;%<t>s;%<f>s;%<x>s",
    "// Time (s);Force (kN);Travel (mm)" => "%<t>s;%<f>s;%<x>s"
  }.freeze

  def test_a_mark_before_a_header_moves_no_column
    HASHES.each do |head, row|
      reading = read(head, rows { |i, t, f| format(row, i: i, t: t, f: f, x: 50 + (i * 0.1)) })

      assert_in_delta 19_200.0, peak(reading), 0.1, head
      assert_equal "displacement", reading.columns.last.role, head
      assert_in_delta 0.05, reading.recording.displacement.samples.first, 1e-6, head
    end
  end

  def test_a_mark_is_no_unit
    assert_nil MildAnvil::Catalogue.units.find("#")
  end

  def test_a_remark_inside_is_passed_over_and_a_header_behind_such_a_mark_is_not
    head = "Time (s);Force (kN)"
    told = rows { |_, t, f| "#{t};#{f}" }

    assert_in_delta 19_200.0, peak(read(head, told.first(20), "# pump on; slowly", told.drop(20))), 0.1
    assert_match(/Line 22: a second header/, refusal(head, told.first(20), "# Zeit (s); Kraft (N)", told.drop(20)))
  end

  def test_the_errors_of_a_spreadsheet_are_missing_readings_and_no_remarks
    told = rows { |i, t, f| "#{i == 20 ? '#N/A' : t};#{i == 22 ? '#VALUE!' : f}" }
    reading = read("Time (s);Force (kN)", told)

    assert_equal FORCES_KN.size - 2, reading.recording.size
    assert_match(/2 rows have no force and were skipped: lines 22, 24/, reading.warnings.join)
  end

  def state(force)
    return "OL" if force > 18

    force.positive? ? "running" : "OK"
  end

  def test_a_column_of_words_is_left_aside_and_a_full_cell_in_it_is_told
    [";", ",", "\t", "|", " "].each do |mark|
      reading = read(["Time[s]", "Force[kN]", "State"].join(mark), rows { |_, t, f| [t, f, state(f)].join(mark) })

      assert_equal %w[time force ignore], reading.columns.map(&:role), mark
      assert_in_delta 19_200.0, peak(reading), 0.1, mark
      assert_match(/2 rows say that the cell had more than it can show/, reading.warnings.join, mark)
    end
  end

  def test_bars_may_stand_between_cells_or_around_them
    between = read("Time (s)|Force (kN)", rows { |_, t, f| "#{t}|#{f}" })
    around = read("| Time (s) | Force (kN) |", "|---|---|", rows { |_, t, f| "| #{t} | #{f} |" })
    quoted = read(%("Time (s)"|"Force (kN)"), rows { |_, t, f| %("#{t}"|"#{f}") })

    [between, around, quoted].each { |reading| assert_in_delta 19_200.0, peak(reading), 0.1 }
  end

  RECORDS = ["t=%<t>s s; F=%<f>s kN; x=%<x>s mm", "t=%<t>s F=%<f>skN x=%<x>smm", "t_s=%<t>s,F_kN=%<f>s,x_mm=%<x>s",
             "t_s:%<t>s\tF_kN:%<f>s\tx_mm:%<x>s", "t [s] = %<t>s | F [kN] = %<f>s | x [mm] = %<x>s",
             '{"t_s": %<t>s, "F": {"value": %<f>s, "unit": "kN"}, "x_mm": %<x>s, "state": "OK"}',
             '{"x_mm": %<x>s, "time_s": "%<t>s", "force_kN": %<f>s},'].freeze

  def test_lines_that_name_their_values_are_a_table
    RECORDS.each do |form|
      reading = read("logger 3, ready", rows { |i, t, f| format(form, t: t, f: f, x: 50 + i) })

      assert_in_delta 19_200.0, peak(reading), 0.1, form
      assert_in_delta 0.05, reading.recording.displacement.samples.first, 1e-9, form
      assert_in_delta 4.5, reading.recording.time_axis.end_seconds, 1e-9, form
      assert_equal 2, reading.layout.data_first_line, form # as it stands in the file
    end
  end

  def test_a_time_without_a_unit_is_seconds_and_said
    %w[Zeit Temps Time Czas].each do |word|
      reading = read("#{word};Force (kN)", rows { |_, t, f| "#{t};#{f}" })

      assert_in_delta 4.5, reading.recording.time_axis.end_seconds, 1e-9, word
      assert_equal "likely", reading.columns.first.confidence, word
      assert_match(/#{word} has no unit and was taken as seconds/, reading.warnings.join, word)
    end
  end

  def test_whole_numbers_far_apart_may_be_milliseconds_and_are_asked_about
    reading = read("Zeit;Force (kN)", rows { |i, _, f| "#{i * 20};#{f}" })

    assert_equal(["unit"], reading.questions.map { |q| q[:kind] })
  end

  def test_force_against_travel_is_a_curve_without_times
    reading = read("Force (kN);Travel (mm)", rows { |i, _, f| "#{f};#{i * 0.5}" })

    assert_predicate reading, :ready?
    refute_predicate reading.recording, :timed?
    assert_equal [false, nil, nil], reading.to_h.values_at(:timed, :interval_seconds, :duration_seconds)
  end

  def test_a_second_table_is_named_with_its_line
    head = "Time (s);Force (kN)"
    told = rows { |_, t, f| "#{t};#{f}" }

    assert_match(/Line 49: a second header/, refusal(head, told, "", head, told))
    assert_match(/Line 49: another table begins here/, refusal(head, told, "", rows do |i, t, f|
      "#{t};#{f};#{i}"
    end.first(20)))
  end

  def test_a_small_table_above_is_passed_over_and_said
    above = (0..9).map { |i| "#{i};#{i * 2.01}" }
    reading = read("Level;Reading", above, "", "Time (s);Force (kN);Travel (mm)", rows { |i, t, f| "#{t};#{f};#{i}" })

    assert_in_delta 19_200.0, peak(reading), 0.1
    assert_match(/Lines 2 to 11 hold another table/, reading.warnings.join)
  end

  FORMATS = { "PK\x03\x04....[Content_Types].xml" => /workbook \(XLSX\).*as CSV/, "\x89HDF\r\n" => /HDF5.*CSV/,
              "\xD0\xCF\x11\xE0" => /old workbook/, "%PDF-1.7" => /PDF.*hand in the log/, "PAR1" => /Parquet/,
              "SQLite format 3" => /SQLite/, "\x89PNG\r\n" => /picture/, "7z\xBC\xAF" => /7z.*Unpack/,
              "\x01\x02" => /not text: it cannot be read as a table/ }.freeze

  def test_binary_says_what_it_looks_like
    FORMATS.each do |head, words|
      bytes = head.b + ("\0\1\2\3".b * 200)

      assert_match words, assert_raises(MildAnvil::InvalidInput) { read_file(bytes) }.message
    end
  end

  # Searched line by line, four ways, with four marks, this took more than the time that a file has.
  def test_a_long_text_without_a_table_is_refused_by_its_name
    text = (0...40_000).map { |i| %(at #{i} the bench said nothing new about "it" | and so on\n) }.join

    message = assert_raises(MildAnvil::InvalidInput) { read_file(text) }.message

    assert_match(/No table of numbers|the search for its table takes longer/, message)
  end
end
