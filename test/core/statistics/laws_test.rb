# frozen_string_literal: true

require_relative "../../test_helper"

# What must hold whatever the numbers are.
class LawsTest < CoreCase
  PROBABILITIES = [1e-12, 0.0003, 0.04, 0.31, 0.77, 0.992].freeze

  def test_the_normal_quantile_inverts_the_cdf
    PROBABILITIES.each { |p| assert_in_delta 1.0, Statistics::Normal.cdf(Statistics::Normal.quantile(p)) / p, 1e-12 }
  end

  def test_the_normal_tails_agree_far_out
    assert_in_delta(-804.608442013754, Statistics::Normal.log_upper_tail(40.0), 1e-9)
    assert_in_delta Math.log(Statistics::Normal.upper_tail(36.9)), Statistics::Normal.log_upper_tail(36.9), 1e-10
    assert_in_delta Statistics::Normal.log_upper_tail(37.0 - 1e-9), Statistics::Normal.log_upper_tail(37.0 + 1e-9), 1e-6
  end

  def test_the_t_quantile_inverts_the_cdf_with_real_degrees_of_freedom
    PROBABILITIES.product([0.7, 1.0, 4.63, 250.0]) { |p, dof| assert_in_delta 1.0, Statistics::StudentT.cdf(Statistics::StudentT.quantile(p, dof), dof) / p, 1e-9 }
  end

  def test_the_noncentral_t_quantile_inverts_the_cdf
    [0.02, 0.4, 0.93].product([1, 6, 80], [-2.3, 0.0, 5.7]) do |p, dof, delta|
      assert_in_delta p, Statistics::NoncentralT.cdf(Statistics::NoncentralT.quantile(p, dof, delta), dof, delta), 1e-11
    end
  end

  def test_a_central_noncentral_t_is_student_t
    assert_in_delta Statistics::StudentT.cdf(1.7, 5), Statistics::NoncentralT.cdf(1.7, 5, 0.0), 1e-12
  end

  def test_a_factor_falls_with_n_and_rises_with_confidence_and_coverage
    factor = ->(n, p, c) { Statistics::ToleranceFactor.normal(breaks: n, coverage: p, confidence: c) }

    assert_equal((2..12).map { |n| factor.call(n, 0.95, 0.95) }.sort.reverse, (2..12).map do |n|
      factor.call(n, 0.95, 0.95)
    end)
    assert_operator factor.call(7, 0.95, 0.99), :>, factor.call(7, 0.95, 0.9)
    assert_operator factor.call(7, 0.99, 0.95), :>, factor.call(7, 0.9, 0.95)
  end

  def test_no_factor_of_the_whole_range_is_missing
    [2, 3, 30, 1000, 10_000].product([0.5, 0.9, 0.9999], [0.5, 0.75, 0.9999]) do |n, p, c|
      assert_predicate Statistics::ToleranceFactor.normal(breaks: n, coverage: p, confidence: c), :finite?
    end
  end

  def test_confidence_of_a_factor_inverts_the_factor
    k = Statistics::ToleranceFactor.normal(breaks: 9, coverage: 0.93, confidence: 0.88)

    assert_in_delta 0.88, Statistics::ToleranceFactor.confidence_of(factor: k, breaks: 9, coverage: 0.93), 1e-10
  end

  def test_published_confidences_of_mean_minus_three_s
    { 3 => 0.73, 5 => 0.85, 10 => 0.96 }.each { |n, c| assert_in_delta c, Statistics::ToleranceFactor.confidence_of(factor: 3.0, breaks: n, coverage: 0.95), 0.005 }
  end

  def test_a_small_scatter_on_a_large_offset_keeps_its_digits
    described = Statistics::Description.of([1_000_000_004.0, 1_000_000_007.0, 1_000_000_013.0, 1_000_000_016.0])

    assert_in_delta Math.sqrt(30), described.standard_deviation, 1e-9
  end

  def test_a_bracket_without_a_sign_change_is_refused
    assert_raises(MildAnvil::NotConverged) { Statistics::Roots.bracketed(1.0, 2.0) { |x| x } }
  end

  def test_a_root_is_found_whichever_way_the_function_runs
    assert_in_delta Math.sqrt(7), Statistics::Roots.bracketed(0.0, 100.0) { |x| (x * x) - 7 }, 1e-12
    assert_in_delta Math.sqrt(7), Statistics::Roots.bracketed(0.0, 100.0) { |x| 7 - (x * x) }, 1e-12
  end

  def test_impossible_probabilities_are_refused
    [0.0, 1.0, -0.2, Float::NAN].each { |p| assert_raises(MildAnvil::InvalidInput) { Statistics::Normal.quantile(p) } }
    assert_raises(MildAnvil::InvalidInput) { Statistics::StudentT.quantile(0.5, 0) }
  end
end
