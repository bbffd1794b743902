# frozen_string_literal: true

require "tempfile"
require_relative "../test_helper"

# The parts that a file goes through on its way to a recording.
class ReadingPartsTest < CoreCase
  Delimited = MildAnvil::Devices::Delimited
  UNITS = MildAnvil::Catalogue.units

  HEADERS = { "Force [kN]" => %w[Force kN], "Load (lbf)" => %w[Load lbf], "Temps / s" => %w[Temps s],
              "Load_kgf" => %w[Load kgf], "Kraft in N" => %w[Kraft N],
              "Draaimoment / N m" => ["Draaimoment", "N m"], "Moment, N m" => ["Moment", "N m"],
              "Weg, mm" => %w[Weg mm],
              "Torque (in-lbf)" => ["Torque", "in-lbf"], "Force" => ["Force", nil], "Leg A" => ["Leg A", nil],
              "Crack width [mm]" => ["Crack width", "mm"] }.freeze

  def test_headers_are_split_into_name_and_unit
    HEADERS.each { |header, parts| assert_equal parts, Delimited::Column.split_header(header, UNITS), header }
  end

  ROLES = { "Zugkraft" => "force", "Fuerza" => "force", "Main" => "force", "Verlängerung" => "displacement",
            "Déplacement" => "displacement", "Uhrzeit" => "time", "Sample" => "sample",
            "Drehwinkel" => "angle", "Druck" => "pressure", "Temperatur" => "temperature", "Axial load" => "force",
            "Obciążenie" => "force", "Pull-out" => "displacement", "Pull-out force" => "force", "Hub" => "displacement",
            "Accuspanning" => "other", "Accumulated time" => "time", "Draaihoek" => "angle", "Reading no." => "sample",
            "Humidity" => nil }.freeze

  def test_words_of_several_languages_say_what_a_column_is
    ROLES.each do |header, role|
      if role
        assert_equal(role, Delimited::Vocabulary.role(header),
                     header)
      else
        assert_nil(Delimited::Vocabulary.role(header), header)
      end
    end
  end

  def test_the_main_force_is_told_from_its_parts
    assert Delimited::Vocabulary.main?("Total load")
    refute Delimited::Vocabulary.main?("Leg A")
    refute Delimited::Vocabulary.main?("Cell 2")
  end

  NUMBERS = { ["1,5", "2,25"] => [",", nil], ["1.5", "2.25"] => [".", nil], ["1,234.5", "7.5"] => [".", ","],
              ["1.234,5", "7,5"] => [",", "."], ["1,234", "12"] => [".", ","],
              ["12,5", "1,234"] => [",", nil], ["1 234,5", "7,0"] => [",", " "], %w[1 2] => [".", nil] }.freeze

  def test_number_styles
    NUMBERS.each do |fields, (decimal, thousands)|
      style = Delimited::MarkGuess.new(fields).call

      thousands ? assert_equal(thousands, style.thousands, fields.inspect) : assert_nil(style.thousands, fields.inspect)
      assert_equal decimal, style.decimal_mark, fields.inspect
    end
  end

  def test_numbers_are_read_or_refused
    plain = Delimited::NumberStyle.new(point_seen: true)

    assert_equal([-1.5, 0.5, 2.0e3, 12_345.6, -3.0], ["-1.5", ".5", "+2E3", "12,345.6", "\u22123"].map do |f|
      plain.parse(f)
    end)
    ["", "1,2", "abc", "1.2.3", "--1", "1e"].each { |f| assert_nil plain.parse(f), f }
    assert_in_delta 1234.5, Delimited::NumberStyle.new(decimal_mark: ",", thousands: ".").parse("1.234,5")
  end

  def test_clocks_and_stamps_become_seconds
    assert_in_delta 35_921.25, Delimited::Stamps.parse("09:58:41.250", "clock")
    assert_in_delta 61.5, Delimited::Stamps.parse("1:01.5", "clock")
    assert_in_delta 3600.0,
                    Delimited::Stamps.parse("2031-05-22T11:00:00+02:00",
                                            "stamp") - Delimited::Stamps.parse("22.05.2031 08:00:00", "stamp")
    assert_nil Delimited::Stamps.parse("99:99:99", "clock")
    assert_equal(%w[clock stamp date], ["10:00:00", "2031/5/2 10:00", "14.03.2031"].map do |f|
      Delimited::Stamps.form(f)
    end)
    assert_nil Delimited::Stamps.form("21.35")
  end

  def test_clocks_go_on_past_midnight
    assert_equal [86_399.0, 86_400.5, 86_401.0], Delimited::Stamps.unwrap_midnight([86_399.0, 0.5, 1.0])
  end

  PREAMBLES = { "Sample rate: 20 Hz" => 0.05, "Abtastrate 2,5 kHz" => 0.0004, "100 samples/s" => 0.01,
                "Interval: 20 ms" => 0.02, "dt = 0.5 s" => 0.5 }.freeze

  def test_rates_and_intervals_stand_in_the_preamble
    PREAMBLES.each do |line, seconds|
      assert_in_delta seconds, Delimited::Preamble.new([line], UNITS).interval_seconds,
                      1e-12, line
    end
    assert_nil Delimited::Preamble.new(["Operator: W. A.", "Speed: 120 mm/min"], UNITS).interval_seconds
  end

  def test_units_stand_in_the_preamble
    preamble = Delimited::Preamble.new(["Force unit: kN", "Temperature: 21 C", "Operator: N"], UNITS)

    assert_equal "kN", preamble.unit("force").symbol
    assert_nil preamble.unit("displacement")
  end

  # The unit of a column whose name ends like another's is not the other's.
  def test_a_unit_in_the_preamble_is_that_of_the_whole_name
    preamble = Delimited::Preamble.new(["Pull-out unit: mm", "t unit: sec", "Unit of Load cell: kN"], UNITS)

    assert_equal "s", preamble.unit(nil, "t").symbol
    assert_equal "mm", preamble.unit(nil, "Pull-out").symbol
    assert_equal "kN", preamble.unit(nil, "Load cell").symbol
    assert_nil preamble.unit(nil, "ell")
    read = read_file(["Pull-out unit: mm", "t unit: sec", "F unit: kN", "Pull-out;t;F",
                      *Array.new(30) { |i| "#{i * 0.5};#{i * 0.01};#{i * 0.4}" }, ""].join("\n"))

    assert_equal %w[displacement time force], read.columns.map(&:role)
  end

  def decoded(bytes) = Delimited::TextDecoding.call(Delimited::Source.of(bytes))

  def test_text_is_told_from_what_is_none
    assert_equal "UTF-16LE", decoded("Time,Force\n0,1\n".encode("UTF-16LE")).encoding
    assert_equal(["CR", %w[a b c]], decoded("a\rb\rc".b).then { |text| [text.newline, text.lines(9)] })
    assert_equal(["CRLF", 2], decoded("a\r\nb\r\n".b).then { |text| [text.newline, text.line_count] })
    ["\x00\x01\x02\x03" * 50,
     "PK\x03\x04#{"\x00\x07" * 90}".b].each { |bytes| assert_raises(MildAnvil::InvalidInput) { decoded(bytes) } }
  end

  def test_a_file_is_read_in_stretches_of_whole_lines
    body = (0..400_000).map { |i| "#{i},#{i * 2}.5\n" }.join
    Tempfile.create("long") do |file|
      file.write(body)
      file.flush
      text = Delimited::TextDecoding.call(Delimited::Source.file(file.path))
      stretches = text.enum_for(:each_stretch).to_a

      assert_equal body, stretches.join
      assert(stretches.all? { |s| s.end_with?("\n") })
      assert_equal [400_001, 7], [text.line_count, text.until_line(7).line_count]
    end
  end

  def test_the_table_is_found_below_any_preamble
    lines = ["Report 7", "", "a;b", "Time;Force", "s;N", "0;1", "1;2", "2;3"]
    layout = Delimited::LayoutSearch.new(lines, UNITS).call

    assert_equal [";", 4, 5, 6, 2],
                 [layout.delimiter, layout.header_line, layout.unit_line, layout.data_first_line, layout.field_count]
    assert_equal ["Report 7", "a;b"], layout.preamble
  end

  def test_a_chosen_delimiter_is_kept
    lines = ["1,5\t2,5", "2,5\t3,5", "3,5\t4,5"]
    layout = Delimited::LayoutSearch.new(lines, UNITS, delimiter: "\t", decimal_mark: ",").call

    assert_equal "\t", layout.delimiter
  end

  def test_the_bin_fits_the_screen
    bin = ->(samples, levels) { Curve::Pyramid.bin_for(samples: samples, points: 700, levels: levels) }

    lengths = { 100 => 0, 2800 => 2, 30_000 => 3, 150_000 => 4, 2_000_000 => 6 }

    assert_equal([1, 1, 16, 64, 1024], lengths.map { |samples, levels| bin.call(samples, levels) })
  end
end
