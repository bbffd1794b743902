# frozen_string_literal: true

require_relative "../../test_helper"

# Figures as printed in tables that everybody has, and the laws that every distribution keeps.
class DistributionsTest < CoreCase
  S = MildAnvil::Core::Statistics

  # degrees of freedom => { share below => value }, as in any printed table.
  CHI_SQUARED = {
    1 => { 0.05 => 0.00393, 0.5 => 0.455, 0.95 => 3.841, 0.99 => 6.635 },
    2 => { 0.05 => 0.103, 0.5 => 1.386, 0.95 => 5.991, 0.99 => 9.210 },
    5 => { 0.05 => 1.145, 0.5 => 4.351, 0.95 => 11.070, 0.99 => 15.086 },
    10 => { 0.05 => 3.940, 0.5 => 9.342, 0.95 => 18.307, 0.99 => 23.209 },
    30 => { 0.05 => 18.493, 0.5 => 29.336, 0.95 => 43.773, 0.99 => 50.892 }
  }.freeze

  def test_chi_squared_as_printed
    CHI_SQUARED.each do |dof, row|
      row.each do |p, value|
        assert_in_delta value, S::ChiSquared.quantile(p, dof), 0.0006,
                        "#{dof} at #{p}"
      end
    end
  end

  # [numerator, denominator] => { share below => value }
  FISHER = {
    [1, 1] => { 0.95 => 161.4, 0.99 => 4052.2 },
    [2, 10] => { 0.95 => 4.103, 0.99 => 7.559 },
    [3, 12] => { 0.95 => 3.490, 0.99 => 5.953 },
    [5, 20] => { 0.95 => 2.711, 0.99 => 4.103 },
    [10, 60] => { 0.95 => 1.993, 0.99 => 2.632 }
  }.freeze

  def test_f_as_printed
    FISHER.each do |dofs, row|
      row.each do |p, value|
        assert_in_delta value, S::FisherF.quantile(p, *dofs),
                        value * 0.0003, "#{dofs} at #{p}"
      end
    end
  end

  # [groups, degrees of freedom] => [95 %, 99 %]
  RANGE = {
    [2, 5] => [3.64, 5.70], [3, 5] => [4.60, 6.98], [3, 10] => [3.88, 5.27], [4, 20] => [3.96, 5.02],
    [5, 15] => [4.37, 5.56], [8, 30] => [4.60, 5.54], [10, 60] => [4.65, 5.45], [6, 120] => [4.10, 4.87]
  }.freeze

  def test_studentized_range_as_printed
    RANGE.each do |(groups, dof), (ninety_five, ninety_nine)|
      assert_in_delta ninety_five, S::StudentizedRange.quantile(0.95, groups, dof), 0.006
      assert_in_delta ninety_nine, S::StudentizedRange.quantile(0.99, groups, dof), 0.006
    end
  end

  # Two groups are Student's t times the root of two.
  def test_the_range_of_two_is_students_t
    [1, 2, 3, 7, 40].product([0.9, 0.95, 0.99]) do |dof, p|
      assert_in_delta Math.sqrt(2) * S::StudentT.quantile((1 + p) / 2, dof), S::StudentizedRange.quantile(p, 2, dof),
                      2e-6 * S::StudentT.quantile((1 + p) / 2, dof), "#{dof} at #{p}"
    end
  end

  # The plainest sum there is, over both integrals: for smooth functions that die away at both ends it is exact, only
  # slow.
  def range_by_plain_sum(q, groups, dof)
    inner = lambda do |w|
      step = 0.1
      1 - (groups * step * (-80..80).sum do |i|
        S::Normal.density(i * step) * ((S::Normal.cdf((i * step) + w) - S::Normal.cdf(i * step))**(groups - 1))
      end)
    end
    half = dof / 2.0
    constant = Math.log(2) + (half * Math.log(half)) - Math.lgamma(half)[0]
    step = 0.025
    step * (1..120).sum do |i|
      Math.exp(constant + ((dof - 1) * Math.log(i * step)) - (half * ((i * step)**2))) * inner.call(q * i * step)
    end
  end

  def test_the_range_of_few_and_of_many_means_agrees_with_the_plain_sum
    [[3.5, 3, 12], [4.2, 8, 9], [5.6, 13, 12], [6.5, 50, 12], [4.5, 100, 12]].each do |q, groups, dof|
      assert_in_delta range_by_plain_sum(q, groups, dof), S::StudentizedRange.upper_tail(q, groups, dof), 1e-8,
                      "#{groups} groups"
    end
  end

  # Over u = log s the integrand dies away smoothly at both ends, whatever the degrees of freedom.
  def over_log_scale(dof, step: 0.01)
    half = dof / 2.0
    constant = Math.log(2) + (half * Math.log(half)) - Math.lgamma(half)[0]
    ((-40 / dof / step).floor..(2 / step).floor).sum do |i|
      s = Math.exp(i * step)
      step * Math.exp(constant + (dof * i * step) - (half * s * s)) * yield(s)
    end
  end

  def test_small_and_broken_degrees_of_freedom
    [[2.3, 0.66, 0.84], [5.0, 1.02, 2.0], [20.0, 1.2, 25.0], [4.0, 1.44, 6.0], [-1.0, 1.14, 2.4],
     [4.0, 2.3, 3.0]].each do |t, dof, delta|
      assert_in_delta over_log_scale(dof) { |s|
        S::Normal.upper_tail((t * s) - delta)
      }, S::NoncentralT.upper_tail(t, dof, delta), 1e-9, "t at #{dof}"
    end
    [1.5, 2.4].each do |dof|
      plain = over_log_scale(dof, step: 0.04) { |s| S::StudentizedRange.upper_tail(4.0 * s, 4, Float::INFINITY) }

      assert_in_delta plain, S::StudentizedRange.upper_tail(4.0, 4, dof), 1e-7, "range at #{dof}"
    end
  end

  def test_small_chances_of_the_range_keep_their_digits
    tails = [5.0, 8.0, 12.0, 20.0].map { |q| S::StudentizedRange.upper_tail(q, 4, 60) }

    assert(tails.each_cons(2).all? { |a, b| b < a && b.positive? })
    assert_operator tails.last, :<, 1e-12
  end

  def test_a_square_of_t_is_f
    [[0.7, 3], [2.1, 9], [4.4, 31]].each do |t, dof|
      assert_in_delta 2 * S::StudentT.upper_tail(t, dof),
                      S::FisherF.upper_tail(t * t, 1, dof), 1e-13
    end
  end

  def test_chi_squared_of_two_is_exponential
    [0.1, 1.0, 7.5, 60.0].each do |x|
      assert_in_delta Math.exp(-x / 2), S::ChiSquared.upper_tail(x, 2),
                      1e-15 * Math.exp(-x / 2) * 100
    end
  end

  def test_far_tails_are_no_zeros
    assert_in_delta 1.0, S::ChiSquared.upper_tail(400.0, 2) / Math.exp(-200.0), 1e-10
    assert_operator S::FisherF.upper_tail(900.0, 4, 80), :>, 0.0
    assert_in_delta(1.0, S::Weibull.upper_tail(10.0, 2.0, 1.0) / Math.exp(-100.0), 1e-12)
  end

  INVERTIBLE = {
    chi_squared: [->(p) { S::ChiSquared.quantile(p, 4.5) }, ->(x) { S::ChiSquared.cdf(x, 4.5) }],
    fisher: [->(p) { S::FisherF.quantile(p, 3.5, 11.0) }, ->(x) { S::FisherF.cdf(x, 3.5, 11.0) }],
    student: [->(p) { S::StudentT.quantile(p, 2.7) }, ->(x) { S::StudentT.cdf(x, 2.7) }],
    weibull: [->(p) { S::Weibull.quantile(p, 5.0, 900.0) }, ->(x) { S::Weibull.cdf(x, 5.0, 900.0) }],
    log_normal: [->(p) { S::LogNormal.quantile(p, 7.0, 0.1) }, ->(x) { S::LogNormal.cdf(x, 7.0, 0.1) }],
    range: [->(p) { S::StudentizedRange.quantile(p, 4, 12) }, ->(x) { 1 - S::StudentizedRange.upper_tail(x, 4, 12) }],
    noncentral: [->(p) { S::NoncentralT.quantile(p, 6, 2.2) }, ->(x) { S::NoncentralT.cdf(x, 6, 2.2) }]
  }.freeze

  INVERTIBLE.each do |name, (quantile, cdf)|
    define_method("test_#{name}_quantile_inverts_its_cdf_and_rises") do
      shares = [0.0001, 0.01, 0.2, 0.5, 0.83, 0.99, 0.9999]
      values = shares.map(&quantile)

      shares.zip(values).each { |p, x| assert_in_delta p, cdf.call(x), 1e-9, "at #{p}" }
      assert(values.each_cons(2).all? { |a, b| b > a })
    end
  end

  # A density is the slope of its distribution.
  def test_densities_are_slopes
    step = 1e-5
    [[S::ChiSquared, [3.3], 2.4], [S::Weibull, [4.0, 2.0], 1.7], [S::LogNormal, [0.5, 0.3], 1.9],
     [S::StudentT, [3.0], 0.8]].each do |family, given, x|
      slope = (family.cdf(x + step, *given) - family.cdf(x - step, *given)) / (2 * step)

      assert_in_delta slope, family.density(x, *given), 1e-7
    end
  end

  def test_impossible_questions_are_refused
    [[S::ChiSquared, 1.0, 3], [S::ChiSquared, 0.5, 0], [S::FisherF, 0.0, 2, 2], [S::Weibull, 1.5, 2, 1],
     [S::StudentizedRange, 0.95, 1, 5], [S::StudentT, 0.5, -1], [S::NoncentralT, 0.0, 4, 1]].each do |family, *given|
      assert_raises(MildAnvil::InvalidInput) { family.quantile(*given) }
    end
  end
end
