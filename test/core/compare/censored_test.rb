# frozen_string_literal: true

require "test_helper"
require "json"

# Groups in which not every piece broke, against R's survival package (test/fixtures/oracles/13_censored_comparisons.R
# made the answers), and against what must hold of itself.
class CensoredTest < Minitest::Test
  include MildAnvil

  Compare = Core::Compare
  CASES = JSON.parse(File.read(File.expand_path("../../fixtures/oracles/13_censored_comparisons.json",
                                                __dir__)))["cases"]
  FAMILIES = { "gaussian" => :normal, "lognormal" => :lognormal, "weibull" => :weibull }.freeze
  DIGITS = 2.0e-6 # what the reference's own stopping rule leaves of its standard errors

  def observations(kase)
    kase["value"].each_index.map { |i| observe(kase["counts_as"][i], kase["value"][i], kase["upper"][i]) }
  end

  def observe(kind, value, upper = nil)
    Core::Rating::Observation.checked(counts_as: kind, value_si: value, upper_si: upper)
  end

  def breaks(*values) = values.map { |v| observe(:break, v) }

  def columns(kase)
    [Array.new(kase["group"].size, 1.0), *kase["group"].uniq.drop(1).map do |g|
      kase["group"].map do |own|
        own == g ? 1.0 : 0.0
      end
    end]
  end

  CASES.each do |kase|
    define_method("test_#{kase['id'].tr('-', '_')}_agrees_with_the_reference") do
      FAMILIES.each do |name, family|
        fit = Compare::CensoredRegression.new(observations(kase), columns(kase), family: family)
        expected = kase[name]

        expected["coefficients"].zip(fit.coefficients) { |want, got| assert_in_delta want, got, DIGITS, name }
        assert_in_delta expected["scale"], fit.scale, DIGITS
        assert_in_delta expected["log_likelihood"], fit.log_likelihood, DIGITS
        expected["standard_errors"].zip(fit.standard_errors) { |want, got| assert_in_epsilon want, got, DIGITS, name }
      end
      assert_log_rank(kase) if kase["log_rank"]
    end
  end

  def assert_log_rank(kase)
    groups = observations(kase).group_by.with_index { |_, i| kase["group"][i] }.values
    test = Compare::LogRank.new(groups)
    expected = kase["log_rank"]

    assert_equal expected["observed"].map(&:round), test.observed
    expected["expected"].zip(test.expected) { |want, got| assert_in_delta want, got, 1.0e-10 }
    assert_in_epsilon expected["chi_squared"], test.chi_squared, 1.0e-9
    assert_in_epsilon expected["p"], test.p_asymptotic, 1.0e-8
  end

  def test_without_bounds_it_is_students_t_with_the_pooled_scatter
    a = [4.9, 5.1, 5.0, 5.3, 4.8]
    b = [5.6, 5.9, 5.5]
    fit = Compare::CensoredRegression.new(breaks(*a, *b), [Array.new(8, 1.0), ([1.0] * 5) + ([0.0] * 3)],
                                          family: :normal)
    pooled = Compare::Difference.new(a, b, pooled: true)

    pooled.interval(0.9).zip(fit.interval([0.0, 1.0], 0.9)) { |want, got| assert_in_delta want, got, 1.0e-10 }
    assert_in_epsilon pooled.p_two_sided, fit.p_two_sided([0.0, 1.0]), 1.0e-9
  end

  def test_the_unit_changes_nothing_but_the_unit
    kase = CASES.find { |c| c["id"] == "mixed-02" }
    large = observations(kase).map { |o| observe(o.counts_as, o.value_si * 1000, o.upper_si && (o.upper_si * 1000)) }
    one, other = [observations(kase), large].map { |list| Compare::CensoredRegression.new(list, columns(kase)) }

    assert_in_delta one.coefficients[1], other.coefficients[1], 1.0e-9
    assert_in_delta one.coefficients[0] + Math.log(1000), other.coefficients[0], 1.0e-9
  end

  def test_a_bound_above_all_breaks_pulls_its_group_up_and_dropping_it_does_not
    weak = breaks(10.0, 10.4, 9.8)
    with = [*breaks(10.2, 10.1), observe(:at_least, 12.0)]
    columns = [Array.new(6, 1.0), ([0.0] * 3) + ([1.0] * 3)]
    kept = Compare::CensoredRegression.new(weak + with, columns).coefficients[1]
    dropped = Compare::CensoredRegression.new((weak + with).first(5), columns.map { |c| c.first(5) }).coefficients[1]

    assert_operator kept, :>, dropped + 0.05
  end

  def test_the_exact_chance_of_two_small_groups_counts_every_way_of_dealing
    test = Compare::LogRank.new([breaks(1.0, 2.0, 3.0), breaks(4.0, 5.0, 6.0)])

    assert_predicate test, :exact?
    assert_in_delta 2.0 / 20, test.p, 1.0e-12 # only this and its mirror of 20 ways lie so far apart
    assert_operator test.p_asymptotic, :<, 0.05 # which the distribution would have called a difference
  end

  def test_what_it_cannot_take_is_refused_in_words
    error = assert_raises(InvalidInput) { Compare::LogRank.new([breaks(1.0), [observe(:at_most, 3.0)]]) }
    assert_match(/“at most” needs the fitted comparison/, error.message)
    assert_raises(InsufficientData) { Compare::LogRank.new([[observe(:at_least, 1.0)], [observe(:at_least, 2.0)]]) }
    assert_raises(InsufficientData) { Compare::LogRank.new([breaks(1.0, 1.1), breaks]) }
    bounds = [observe(:break, 1.0), *Array.new(4) { |i| observe(:at_least, 1.0 + i) }]
    assert_raises(InsufficientData) { Compare::CensoredRegression.new(bounds, [Array.new(5, 1.0), [1.0, 1.0, 0.0, 0.0, 0.0]]) }
    equal = [Array.new(4, 1.0), [1.0, 1.0, 0.0, 0.0]]
    assert_raises(InsufficientData) { Compare::CensoredRegression.new(breaks(5.0, 5.0, 6.0, 6.0), equal) }
  end
end
