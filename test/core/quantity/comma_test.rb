# frozen_string_literal: true

require_relative "../../test_helper"

# What a person typed with a comma in it: read where the number itself says what it is, else decided by what is known
# beside it, else asked.
class CommaTest < CoreCase
  Quantity = MildAnvil::Core::Quantity
  Number = Quantity::TypedNumber
  KN, LBF = %w[kN lbf].map { |symbol| MildAnvil::Catalogue.units.find(symbol) }

  PLAIN = { "21.35" => "21.35", "21,35" => "21.35", "1 234,5" => "1234.5", "12,500.5" => "12500.5",
            "12.500,5" => "12500.5", "1,234,567" => "1234567", "1.234.567" => "1234567", "0,500" => "0.500",
            "1234,567" => "1234.567", "12,5000" => "12.5000", "12.500" => "12.500", "1\u202F250" => "1250" }.freeze

  def test_a_number_that_says_what_its_marks_are_is_read
    PLAIN.each { |text, digits| assert_equal digits, Number.plain(text), text }
    ["", "12,50,0", "1,2.3", "abc", "12,", "1.2,3.4", "-5"].each { |text| assert_nil Number.plain(text), text }
  end

  def test_three_digits_behind_a_comma_are_open
    ["12,500", "2,346", "999,000"].each do |text|
      assert_operator Number, :open?, text
      assert_nil Number.plain(text), text
      assert_equal([text.tr(",", "."), text.delete(",")], Number::MEANINGS.map { |m| Number.plain(text, comma: m) })
    end
    %w[0,500 1234,500 12,50 12500].each { |text| refute_operator Number, :open?, text }
  end

  def test_signed_numbers_are_floats_and_an_open_one_is_none
    assert_equal([-1.5, -2.0, 3.25, nil], ["-1,5", "−2", "+3.25", "12,500"].map { |text| Number.float(text) })
  end

  def test_a_reading_with_an_open_comma_is_asked_about_in_both_meanings
    error = assert_raises(MildAnvil::InvalidInput) { Quantity::TypedReading.parse("12,500", LBF) }

    assert_match(/“12,500” may be 12.5 or 12500/, error.message)
    assert error.details[:comma]
    assert_in_delta 55_602.77, Quantity::TypedReading.parse("12,500", LBF, comma: :thousands).value_si, 0.01
    assert_in_delta 0.001, Quantity::TypedReading.parse("12,500", KN, comma: :decimal).resolution_si / 1000
  end

  def sense(unit, text, **given) = Quantity::CommaSense.new(unit, **given).call(text)&.meaning

  def test_the_step_and_the_end_of_the_cell_decide
    assert_equal :thousands, sense(LBF, "12,500", step: 10.0)
    assert_equal :thousands, sense(LBF, "12,500", step: 0.1) # which shows one decimal, and not three
    assert_equal :decimal, sense(KN, "12,500", step: 0.005, capacity: 50.0)
    assert_equal :decimal, sense(KN, "12,500", capacity: 20.0)
    assert_nil sense(KN, "12,500", step: 0.001) # a cell as fine as that may show both
  end

  def test_the_other_readings_decide_if_one_meaning_alone_is_near_them
    assert_equal :thousands, sense(LBF, "12,500", others_si: [50_000.0, 60_000.0])
    assert_equal :decimal, sense(KN, "12,500", others_si: [11_000.0])
    assert_nil sense(KN, "12,500", others_si: [400_000.0])
  end

  def test_the_language_decides_last
    assert_equal(%i[decimal decimal thousands], %w[de fr en].map { |language| sense(KN, "12,500", language: language) })
    assert_equal :decimal, sense(KN, "12,500", language: "en", others_si: [11_000.0])
    assert_nil sense(KN, "12,500")
  end

  def test_no_other_place_reads_an_open_comma_either
    assert_match(/may be/, refused { MildAnvil::Core::Instrument::MassSum.call("20+1,500") })
    assert_match(/may be 1.5 or 1500/, refused { MildAnvil::Core::LongTest::Typed.parse("-1,500", KN, signed: true) })
    typed = MildAnvil::Core::Plan::TypedContent.new({ load: { text: "12,500", unit: "lbf" } },
                                                    MildAnvil::Catalogue.units)

    assert_match(/may be/, refused { typed.force(:load) })
    assert_match(/--hold wants/, refused do
      MildAnvil::Cli::CurveSettings.call({ holds: ["20,500kN:60"] }, MildAnvil::Catalogue.units)
    end)
  end

  def refused(&block) = assert_raises(MildAnvil::InvalidInput, &block).message
end
