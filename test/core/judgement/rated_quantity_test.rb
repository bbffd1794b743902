# frozen_string_literal: true

require_relative "../../test_helper"

# What of a curve a lot rates, and when its peak is only a lower bound.
class RatedQuantityTest < CoreCase
  Rated = MildAnvil::Core::Judgement::RatedQuantity
  Found = Struct.new(:kind, :value_si, :extra)

  def peak(sample: 100, lower_bound: true)
    Found.new("peak", 8000.0, { "sample" => sample, "lower_bound" => lower_bound })
  end

  def frozen(from, to) = Found.new("frozen", nil, { "sample" => from, "last_sample" => to })
  def cause(*findings) = Rated.in([peak, *findings], "peak").last

  def test_a_stretch_that_touches_the_peak_is_its_cause
    assert_equal "frozen", cause(frozen(90, 99))
    assert_equal "frozen", cause(frozen(101, 120))
    assert_equal "saturated", cause(frozen(90, 98))
    assert_equal "saturated", cause(frozen(102, 120))
    assert_equal "saturated", cause
  end

  def test_a_sound_peak_has_no_cause
    assert_equal [8000.0, nil], Rated.in([peak(lower_bound: false)], "peak").last(2)
    assert_nil Rated.in([], "peak")
  end

  def test_a_lot_rates_what_its_measurand_can_give
    assert_equal "first_failure", Rated.check!("first_failure", "force").key
    assert_raises(MildAnvil::InvalidInput) { Rated.check!("yield", "energy") }
    assert_raises(MildAnvil::InvalidInput) { Rated.check!("smoothness", "force") }
  end
end
