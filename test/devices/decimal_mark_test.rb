# frozen_string_literal: true

require_relative "../test_helper"

# What a comma means in a stream of readings: one decision for all of it, from its own lines.
class DecimalMarkTest < CoreCase
  DecimalMark = MildAnvil::Devices::Drivers::DecimalMark

  # Lines in their order => what each is read as; nil: nobody knows, or it is not believed.
  CASES = {
    %w[0 512 2,346] => [0.0, 512.0, 2346.0], # whole numbers without a mark: no decimals, so the comma parts thousands
    %w[0,12 2,346] => [0.12, 2.346],
    %w[0,346 2,346] => [0.346, 2.346],
    %w[2,346] => [nil],
    %w[2,346 2,3461] => [nil, 2.3461],
    %w[1,234.5 2,346] => [1234.5, 2346.0],
    %w[1.234,5 2.346] => [1234.5, 2346.0],
    %w[1,234,567] => [1_234_567.0],
    %w[12.125 3.5] => [12.125, 3.5],
    %w[-2,5 +1,25] => [-2.5, 1.25],
    %w[0 2,346 2,34] => [0.0, 2346.0, nil], # the last one speaks against what was read before
    %w[1.5 2.346,5] => [1.5, nil],
    ["12,", ",5", "1..2"] => [nil, nil, nil]
  }.freeze

  def test_every_stream_is_read_by_one_decision
    CASES.each do |texts, values|
      mark = DecimalMark.new
      assert_equal values, texts.map { |text| mark.read(text) }, texts.inspect
    end
  end

  def test_what_a_person_said_settles_what_stays_open_and_yields_to_nothing_in_silence
    decimal = DecimalMark.new(:decimal)
    assert_in_delta 2.346, decimal.read("2,346")
    assert_nil decimal.read("1,234.5")
    assert_predicate decimal, :contradicted?
    thousands = DecimalMark.new(:thousands)

    assert_in_delta 2346.0, thousands.read("2,346")
    assert_nil thousands.read("2,34")
    assert_nil thousands.read("2,346") # nothing is believed after that
  end

  def test_what_is_open_is_the_question
    mark = DecimalMark.new
    mark.read("2,346")
    assert_equal ["2,346", nil], [mark.undecided, mark.comma]
    mark.read("2,34")

    assert_equal :decimal, mark.comma
  end
end
