# frozen_string_literal: true

require_relative "../test_helper"

# Ways of writing that other loggers have: marks, units, intervals, remarks and headers, read as what they are.
class MoreDialectsTest < CoreCase
  # A short pull: rest, up to 2,400, gone.
  FORCES = [*[0] * 12, *(1..24).map { |i| i * 100 }, *[0] * 10].freeze

  def file(head, delimiter: ";", tail: [])
    rows = FORCES.each_with_index.map { |force, i| yield(i, force).join(delimiter) }
    read_file([*head, *rows, *tail, ""].join("\n"))
  end

  def comma(value, digits) = format("%.#{digits}f", value).tr(".", ",")
  def forces(reading) = reading.recording.main.samples
  def column(reading, index) = reading.columns[index]

  # Three decimals in every row of a column are decimals, whole numbers beside them or not.
  def test_a_comma_in_all_of_a_column_is_a_decimal_mark
    reading = file(["Zeit (s);Weg (mm);Kraft (N)"]) { |i, f| [comma(i * 0.1, 3), comma(5.872 + (i * 0.1), 3), f] }

    assert_equal ",", reading.layout.style.decimal_mark
    assert_in_delta 0.005872, reading.recording.displacement.samples[0]
  end

  def test_a_comma_in_the_larger_numbers_of_a_column_groups_them
    reading = file(["Time (s);Force (N)"]) { |i, f| [i, f.to_s.gsub(/(\d)(\d{3})\z/, '\1,\2')] }

    assert_equal [".", ","], [reading.layout.style.decimal_mark, reading.layout.style.thousands]
    assert_in_delta 2400.0, forces(reading).max
  end

  def test_a_point_groups_digits_beside_decimal_commas
    reading = file(["Zeit (s);Kraft (N);Weg (mm)"]) do |i, f|
      [comma(i * 0.1, 1), f.to_s.gsub(/(\d)(\d{3})\z/, '\1.\2'), comma(i, 2)]
    end

    assert_in_delta 2400.0, forces(reading).max
  end

  def test_where_no_number_shows_a_mark_the_clock_or_the_delimiter_does
    clock = file(["Uhrzeit\tKraft (N)"], delimiter: "\t") { |i, f| [format("09:46:05,%04d", i * 100), f] }
    none = file(["Zeit (s);Kraft (N)"]) { |i, f| [i, f] }

    assert_equal([",", ","], [clock, none].map { |reading| reading.layout.style.decimal_mark })
  end

  def test_a_comma_in_the_words_above_is_not_the_tables
    reading = file(["Temperatur: 21,5 °C", "Zeit (s)  Kraft (N)  Weg (mm)"], delimiter: "  ") do |i, f|
      [format("%.3f", i * 0.1), format("%.1f", f), format("%.3f", i)]
    end

    assert_equal ".", reading.layout.style.decimal_mark
    assert_in_delta 2400.0, forces(reading).max
  end

  INTERVALS = ["Intervallo di campionamento:40 ms", "Interwał pomiaru = 40 ms", "Intervalle de mesure = 40 ms",
               "Sample rate: 25 Hz"].freeze

  def test_an_interval_is_known_by_many_words_and_a_filter_is_none
    INTERVALS.each do |words|
      reading = file(["Filter = 20 Hz", words, "No.;Force (N)"]) { |i, f| [i + 1, f] }

      assert_in_delta 0.04, reading.recording.time_axis.interval_seconds, 1e-12, words
    end
    asks = file(["Filter = 20 Hz", "No.;Force (N)"]) { |i, f| [i + 1, f] }

    assert_equal(["interval"], asks.questions.map { |q| q[:kind] })
  end

  def test_units_are_stated_for_the_column_that_they_name
    head = ["Unidade Tempo = s", "Unidade Célula principal = kN", "Unidade Célula de controle = N",
            "Tempo;Célula principal;Célula de controle"]
    reading = file(head) { |i, f| [i, f / 1000.0, f] }

    assert_equal(%w[s kN N], reading.columns.map { |c| c.unit&.symbol })
    assert column(reading, 1).main
  end

  def test_a_unit_may_hold_a_space_and_a_compound_be_one_word
    above = file(["Tightening torque unit = N m", "Time (s);Tightening torque;Rotation (°)"]) { |i, f| [i, f, i] }
    beside = file(["Tijd in s;Draaimoment in N m;DispValue (mm)"]) { |i, f| [i, f, i] }

    assert_equal ["torque", "N·m"], [column(above, 1).role, column(above, 1).unit.symbol]
    assert_equal ["torque", "N·m"], [column(beside, 1).role, column(beside, 1).unit.symbol]
    assert_equal "displacement", column(beside, 2).role
  end

  def test_a_row_of_units_may_hold_one_that_is_not_known
    reading = file(["Zeitstempel;Hauptzelle;Batterie", "s;N;V"]) { |i, f| [i, f, 12.6] }

    assert_equal [1, 2], [reading.layout.header_line, reading.layout.unit_line]
    assert_equal %w[N force], [column(reading, 1).unit.symbol, column(reading, 1).role]
  end

  def test_a_key_with_its_value_is_no_header
    reading = file(["Sample rate: 10 Hz"]) { |i, f| [i + 1, f] }

    assert_nil reading.layout.header_line
    assert_in_delta 0.1, reading.interval_seconds
  end

  # As many words as there are columns, in the place of the time.
  def test_a_remark_below_the_table_is_no_row
    ["Remark: battery 71 %", "# end of test"].each do |remark|
      head = ["Time      Force    Position   Batt", "-         [N]      [mm]       [V]"]
      reading = file(head, delimiter: "  ", tail: [remark]) { |i, f| [format("10:00:%02d.000", i), f, i, 12.6] }

      assert_equal FORCES.size, reading.row_count, remark
    end
  end

  def test_a_word_among_the_readings_is_a_missing_cell_and_no_remark
    reading = file(["Time;Force (N)"]) { |i, f| [format("10:00:%02d.000", i), i == 3 ? "ERR" : f] }

    assert_equal FORCES.size, reading.row_count
    assert_match(/1 row has no force and was skipped: line 5/, reading.warnings.join)
  end

  def test_a_count_has_no_decimals_and_may_lack_a_row
    counted = file(["Interval = 40 ms"]) { |i, f| [i < 20 ? i : i + 1, f] }
    timed = file([]) { |i, f| ["#{2_162_060 + i},0", f] }

    assert_equal "sample", column(counted, 0).role
    assert_equal "time", column(timed, 0).role
  end

  def test_a_word_is_no_stamp_of_today
    assert_nil MildAnvil::Devices::Delimited::Stamps.parse("#", "stamp")
    assert_nil MildAnvil::Devices::Delimited::Stamps.parse("end", "stamp")
  end
end
