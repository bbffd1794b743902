# frozen_string_literal: true

require_relative "../../test_helper"

class LikelihoodTest < CoreCase
  FORCES = [23.4, 24.1, 23.0, 24.6, 23.7, 22.8].freeze
  FAMILIES = [Statistics::Families::StandardNormal, Statistics::Families::SmallestExtreme].freeze

  def value(kind, low, high = nil) = Statistics::Likelihood::Value.new(kind: kind, low: low, high: high)
  def fit(values, family = FAMILIES.first) = Statistics::LocationScaleFit.new(family, values)
  def exact = FORCES.map { |f| value(:exact, f) }

  def test_a_complete_normal_sample_has_its_closed_form
    described = Statistics::Description.of(FORCES)

    assert_in_delta described.mean, fit(exact).location, 1e-9
    assert_in_delta described.standard_deviation * Math.sqrt(5 / 6.0), fit(exact).scale, 1e-9
  end

  def test_derivatives_agree_with_differences
    FAMILIES.product([-3.1, -0.4, 0.9, 2.2], %i[log_density log_survival log_cdf]) do |family, z, name|
      step = 1e-5
      f = ->(x) { family.public_send(name, x)[0] }
      _, slope, bend = family.public_send(name, z)

      assert_in_delta (f.call(z + step) - f.call(z - step)) / (2 * step), slope, 1e-6 * (1 + slope.abs),
                      "#{family} #{name} #{z}"
      assert_in_delta (f.call(z + step) - (2 * f.call(z)) + f.call(z - step)) / (step**2), bend, 1e-3 * (1 + bend.abs),
                      "#{family} #{name} #{z}"
    end
  end

  def test_the_gradient_of_every_kind_of_value_agrees_with_differences
    likelihood = Statistics::Likelihood.new(FAMILIES.last,
                                            [value(:exact, 0.3), value(:right, 0.9), value(:left, -0.2),
                                             value(:interval, -0.5, 0.4)])
    h = 1.3
    a = 0.2
    step = 1e-6
    point = likelihood.at(h, a)

    assert_in_delta (likelihood.at(h + step, a).value - likelihood.at(h - step, a).value) / (2 * step), point.slope_h,
                    1e-6
    assert_in_delta (likelihood.at(h, a + step).value - likelihood.at(h, a - step).value) / (2 * step), point.slope_a,
                    1e-6
    assert_in_delta (likelihood.at(h + step, a).slope_a - likelihood.at(h - step, a).slope_a) / (2 * step),
                    point.bend_ha, 1e-5
    assert_in_delta (likelihood.at(h + step, a).slope_h - likelihood.at(h - step, a).slope_h) / (2 * step),
                    point.bend_hh, 1e-5
  end

  def test_a_narrow_between_is_nearly_a_break
    narrow = FORCES.map.with_index { |f, i| i.zero? ? value(:interval, f - 1e-4, f + 1e-4) : value(:exact, f) }

    assert_in_delta fit(exact).location, fit(narrow).location, 1e-5
    assert_in_delta fit(exact).scale, fit(narrow).scale, 1e-5
  end

  def test_an_at_least_raises_and_an_at_most_lowers_the_fit
    assert_operator fit([*exact, value(:right, 25.0)]).location, :>, fit(exact).location
    assert_operator fit([*exact, value(:left, 22.0)]).location, :<, fit(exact).location
  end

  def test_a_bound_falls_with_the_drop_and_lies_on_its_side
    FAMILIES.each do |family|
      fitted = fit(exact, family)
      bounds = [0.5, 1.35, 3.0].map { |drop| fitted.bound(0.05, drop: drop) }

      assert_equal bounds.sort.reverse, bounds
      assert_operator fitted.bound(0.05, drop: 1.35, side: 1), :>, fitted.percentile(0.05)
    end
  end

  # The calibration: on a complete normal sample the likelihood bound is the exact tolerance bound.
  def test_the_calibrated_drop_gives_the_exact_tolerance_bound
    described = Statistics::Description.of(FORCES)
    [0.95, 0.05].zip([-1, 1]) do |confidence, side|
      share = { breaks: 6, coverage: 0.95, confidence: confidence }
      expected = described.mean - (Statistics::ToleranceFactor.normal(**share) * described.standard_deviation)

      assert_in_delta expected, fit(exact).bound(0.05, drop: Statistics::CalibratedDrop.of(**share), side: side), 1e-7
    end
  end

  def test_the_calibrated_drop_tends_to_the_limit_of_large_samples
    assert_in_delta (Statistics::Normal.quantile(0.95)**2) / 2,
                    Statistics::CalibratedDrop.of(breaks: 5000, coverage: 0.95, confidence: 0.95), 0.03
  end

  def test_small_differences_keep_their_digits
    assert_in_delta 1.0, Statistics::SmallDifferences.log1p(1e-12) / 1e-12, 1e-11
    assert_in_delta 1.0, Statistics::SmallDifferences.expm1(-1e-12) / -1e-12, 1e-11
    assert_in_delta(-1.0, Statistics::SmallDifferences.expm1(-800.0))
  end

  def test_a_memo_computes_once_and_forgets_the_oldest
    memo = Statistics::Memo.new
    calls = 0
    2.times { memo.fetch([1, :a]) { calls += 1 } }
    Statistics::Memo::MOST.times { |i| memo.fetch([i, :b]) { i * 2 } }
    memo.fetch([1, :a]) { calls += 1 }

    assert_equal 2, calls
  end
end
