# frozen_string_literal: true

require_relative "../../test_helper"

# What every comparison keeps, whatever the figures.
class ComparisonLawsTest < CoreCase
  Compare = MildAnvil::Core::Compare
  A = [21.9, 22.3, 23.4, 22.8, 24.2].freeze
  B = [21.5, 21.0, 20.5, 20.6, 21.2, 21.9].freeze

  def test_swapping_the_groups_turns_the_sign
    forth = Compare::Difference.new(A, B)
    back = Compare::Difference.new(B, A)

    assert_in_delta forth.value, -back.value, 1e-12
    assert_in_delta forth.p_two_sided, back.p_two_sided, 1e-14
    assert_in_delta forth.p_a_less, 1 - back.p_a_less, 1e-14
    assert_in_delta Compare::Ratio.new(A, B).value, 1 / Compare::Ratio.new(B, A).value, 1e-14
    assert_in_delta Compare::RankTest.new(A, B).p_two_sided, Compare::RankTest.new(B, A).p_two_sided, 1e-14
  end

  def test_a_unit_scales_a_difference_and_leaves_a_ratio
    scaled = [A, B].map { |values| values.map { |v| v * 4.448 } }

    assert_in_delta Compare::Difference.new(A, B).value * 4.448, Compare::Difference.new(*scaled).value, 1e-10
    assert_in_delta Compare::Ratio.new(A, B).separate.low, Compare::Ratio.new(*scaled).separate.low, 1e-12
    assert_in_delta Compare::Difference.new(A, B).p_two_sided, Compare::Difference.new(*scaled).p_two_sided, 1e-12
  end

  def test_more_confidence_is_a_wider_interval
    widths = [0.8, 0.9, 0.95, 0.99].map { |c| Compare::Difference.new(A, B).interval(c).then { |low, high| high - low } }

    assert(widths.each_cons(2).all? { |a, b| b > a })
  end

  # An interval holds nothing exactly when the test does not see a difference.
  def test_interval_and_test_agree
    [A, A.map { |v| v - 1.4 }, A.map { |v| v - 1.9 }].each do |a|
      test = Compare::Difference.new(a, B)
      low, high = test.interval(0.95)

      assert_equal test.p_two_sided < 0.05, low.positive? || high.negative?
    end
  end

  # Two groups: analysis of variance is the pooled t test squared.
  def test_two_groups_of_variance_are_students_t
    variance = Compare::OneWay.new("a" => A, "b" => B).variance
    pooled = Compare::Difference.new(A, B, pooled: true)

    assert_in_delta pooled.t**2, variance.f, 1e-10
    assert_in_delta pooled.p_two_sided, variance.p, 1e-12
  end

  def test_one_factor_is_one_way
    rows = A.map { |v| { "g" => "a", value: v } } + B.map { |v| { "g" => "b", value: v } }
    factorial = Compare::Factorial.new(["g"], rows)

    assert_in_delta Compare::OneWay.new("a" => A, "b" => B).variance.p, factorial.terms[0].p, 1e-12
  end

  # By hand: three against three, all of one above all of the other: 2 of 20 arrangements.
  def test_ranks_by_hand
    test = Compare::RankTest.new([4.0, 5.0, 6.0], [1.0, 2.0, 3.0])

    assert_in_delta 0.1, test.p_two_sided, 1e-15
    assert_in_delta 9.0, test.u_a, 1e-15
    assert_in_delta 3.0, test.shift, 1e-15
  end

  def test_equal_groups_rule_out_little_with_few_values_and_much_with_many
    few, many = [3, 40].map { |n| Array.new(n) { |i| 20 + (i % 3) }.then { |v| Compare::Equivalence.of(v, v.reverse, margin_share: 0.05) } }

    assert_operator few.excluded_share, :>, many.excluded_share
    refute few.equivalent
    assert many.equivalent
  end

  def test_several_chances_are_raised_and_never_lowered
    p = [0.04, 0.001, 0.2, 0.03, 0.03]

    [Compare::Several.holm(p), Compare::Several.bonferroni(p), Compare::Several.benjamini_hochberg(p)].each { |raised| raised.zip(p).each { |r, before| assert_operator r, :>=, before } }
    Compare::Several.holm(p).zip(Compare::Several.bonferroni(p)).each { |holm, bonferroni| assert_operator holm, :<=, bonferroni }
  end

  LEVELS = [4.0, 8.0, 12.0, 16.0, 24.0, 32.0].freeze

  def test_a_power_without_scatter_is_found
    curve = Compare::PowerCurve.new(LEVELS, LEVELS.map { |x| 1.8 * (x**0.62) })

    assert_in_delta 1.8, curve.parameters[0], 1e-8
    assert_in_delta 0.62, curve.parameters[1], 1e-8
    assert_operator curve.increment(8), :>, curve.increment(24)
  end

  def test_a_plateau_without_scatter_is_found
    curve = Compare::SaturatingCurve.new(LEVELS, LEVELS.map { |x| 30 * (1 - Math.exp(-0.08 * x)) })

    assert_in_delta 30.0, curve.parameters[0], 1e-6
    assert_in_delta 0.08, curve.parameters[1], 1e-8
    assert_in_delta Math.log(20) / 0.08, curve.level_for(0.95), 1e-4
  end

  def test_beyond_the_tested_range_nothing_is_promised
    curve = Compare::PowerCurve.new(LEVELS, [3.1, 6.3, 8.9, 11.0, 15.2, 18.1])

    refute curve.predict(20.0).beyond
    assert curve.predict(50.0).beyond
    assert_operator curve.predict(50.0).high - curve.predict(50.0).low, :>,
                    curve.predict(16.0).high - curve.predict(16.0).low
  end

  def test_what_cannot_be_compared_is_refused_in_words
    refused = [-> { Compare::Difference.new([1.0], [1.0, 2.0]) }, lambda {
      Compare::Difference.new([1.0, 1.0], [2.0, 2.0])
    }, lambda {
         Compare::RankTest.new([], [1.0])
       }, lambda {
            Compare::OneWay.new("a" => [1.0, 2.0])
          },
               -> { Compare::Paired.new([1.0, 2.0], [1.0]) }, lambda {
                                                                Compare::Ratio.new([1.0, 2.0], [-5.0, 6.0, 0.2]).pooled
                                                              }, lambda {
                                                                   Compare::Ratio.new([1.0, -2.0], [1.0, 2.0]).geometric
                                                                 },
               -> { Compare::PowerCurve.new([0.0, 1.0, 2.0], [1.0, 2.0, 3.0]) }, lambda {
                                                                                   Compare::Efficiency.new([1.0], [0.9])
                                                                                 }, lambda {
                                                                                      Compare::Several.holm([])
                                                                                    }, lambda {
                                                                                         Compare::Several.holm([1.2])
                                                                                       },
               -> { Compare::Factorial.new(%w[a], [{ "a" => "x", value: 1.0 }, { "a" => "x", value: 2.0 }]) }]
    refused.each { |question| assert_operator assert_raises(MildAnvil::InvalidInput, MildAnvil::InsufficientData, &question).message.size, :>, 20 }
  end
end
