# frozen_string_literal: true

require_relative "../../test_helper"

class FiguresTest < CoreCase
  Rule = MildAnvil::Core::Quantity::FigureRule
  Typed = MildAnvil::Core::Quantity::TypedReading

  def rule(symbol, step) = Rule.new(unit: unit(symbol), step: step)

  def test_rounding_down_has_no_binary_surprises
    assert_equal "4.8", rule("kN", 0.1).down(4870.0).text
    assert_equal "0.3", rule("kN", 0.1).down(300.0).text
    assert_equal "0.7", rule("kN", "0.1").down(700.0).text
    assert_equal "4.75", rule("kN", 0.25).down(4999.0).text
    assert_equal "150", rule("kN", 50).down(187_000.0).text
  end

  def test_down_never_exceeds_and_up_never_falls_short
    random = Random.new(5)
    200.times do
      force = random.rand * 50_000
      figure = rule("lbf", 0.5)
      assert_operator figure.down(force).value_si, :<=, force * (1 + 1e-9)
      assert_operator figure.up(force).value_si, :>=, force * (1 - 1e-9)
    end
  end

  def test_the_step_follows_the_instrument_into_another_unit
    assert_equal "21.35", Rule.for(unit: unit("kN"), resolution_si: 10.0).nearest(21_349.0).text
    assert_equal "4800", Rule.for(unit: unit("lbf"), resolution_si: 10.0).nearest(21_349.0).text
    assert_equal "21.3", Rule.for(unit: unit("kN"), largest_si: 21_349.0).down(21_349.0).text
  end

  def test_negative_figures_round_towards_less
    assert_equal "-0.6", rule("kN", 0.1).down(-510.0).text
  end

  def test_a_step_of_nothing_is_refused
    assert_raises(MildAnvil::InvalidInput) { rule("kN", 0) }
    assert_raises(MildAnvil::InvalidInput) { rule("kN", 1).down(Float::NAN) }
  end

  def test_units_convert_by_their_exact_factors
    assert_in_delta 4448.2216152605, unit("lbf").to_si(1000), 1e-9
    assert_in_delta 22.046226218, unit("lbf").from_si(unit("kgf").to_si(10)), 1e-9
    assert_equal "kN", MildAnvil::Catalogue.units.find("KN").symbol
    assert_equal(%w[MN mN], %w[MN mN].map { |text| MildAnvil::Catalogue.units.find(text).symbol })
    assert_raises(MildAnvil::InvalidInput) { MildAnvil::Catalogue.units.force!("mm") }
  end

  def test_a_typed_reading_keeps_its_digits_as_its_resolution
    reading = Typed.parse(" 21,35 ", unit("kN"))

    assert_in_delta 21_350.0, reading.value_si, 1e-9
    assert_in_delta 10.0, reading.resolution_si, 1e-9
    assert_in_delta 9.80665, Typed.parse("3850", unit("kgf")).resolution_si, 1e-9
  end

  def test_what_is_no_reading_is_refused_in_words
    ["", "abc", "-3", "0", "0.00", "1e99", "12.3.4", "999999999"].each do |text|
      assert_raises(MildAnvil::InvalidInput, text) { Typed.parse(text, unit("tf")) }
    end
  end

  def test_a_typed_reading_is_exactly_what_was_typed
    kilonewton = MildAnvil::Catalogue.units.force!("kN")

    assert_equal([8110.0, 8050.0, 300.0], %w[8.11 8.05 0.3].map { |text| Typed.parse(text, kilonewton).value_si })
    assert_equal([10.0, 10.0, 100.0], %w[8.11 8.05 0.3].map { |text| Typed.parse(text, kilonewton).resolution_si })
    assert_in_delta 44.482216152605, Typed.parse("10", MildAnvil::Catalogue.units.force!("lbf")).value_si, 1e-15
  end
end
