# frozen_string_literal: true

require_relative "../../test_helper"

# How many pulls, and what few of them support.
class HowManyTest < CoreCase
  Plan = MildAnvil::Core::Plan
  WORDING = Plan::Wording.new(MildAnvil::Catalogue.units.find("kN"))

  def many(mean: 10_000.0, deviation: 500.0, required: 8_500.0, **rest)
    Plan::HowMany.new(mean_si: mean, deviation_si: deviation, required_si: required, **rest)
  end

  # The reference case k10-001: cv 0.05, 0.85 of the mean, 95/95, 90 %: 19 breaks, chance 0.9044.
  def test_the_reference_case
    assert_equal 19, many.needed.n
    assert_in_delta 0.904432776251, many.needed.probability, 1e-6
    assert_in_delta 0.145704520841, many.chance(3), 1e-6
  end

  def test_what_is_pulled_counts
    assert_match(/19 pulls clear it with 90 % chance. 6 are made, so 13 more. With the 12 planned: 69 %/,
                 many.sentence(WORDING, planned: 12, done: 6))
    assert_match(/so 0 more/, many.sentence(WORDING, done: 30))
    assert_match(/One pull gives no minimum/, many.sentence(WORDING, planned: 1))
  end

  def test_three_scatters_the_wider_the_less_likely
    curves = many.curves([7])

    assert_equal([0.05, 0.075, 0.1], curves.map { |c| c.variation_share.round(9) })
    assert_equal [true, false, false], curves.map(&:assumed)
    at_seven = curves.map { |c| c.points.find { |p| p.n == 7 }.probability }

    assert_equal at_seven.sort.reverse, at_seven
  end

  def test_what_no_number_can_show_is_said
    refused = many(required: 9_500.0)

    assert_nil refused.needed
    assert_match(/no number of breaks can show it/, refused.sentence(WORDING))
    assert_raises(MildAnvil::InvalidInput) { many(deviation: 0.0) }
  end

  # 1 − 0.95ⁿ; k of the tables: 26.26, 7.656, 4.203, 2.911.
  def test_what_few_support_in_words
    rows = Plan::Supports.rows(WORDING, variation: 0.08).to_h { |row| [row.n, row.sentence] }

    assert_equal [1, 2, 3, 5, 10], rows.keys
    assert_match(/no minimum: 5 % confidence/, rows[1])
    assert_match(/10 % confidence.*26.3 × s below the mean: nothing is left/, rows[2])
    assert_match(/23 % confidence that 95 % are stronger. The bound lies 4.2 × s below the mean, at 66 %/, rows[5])
    assert_match(/40 % confidence/, rows[10])
  end

  def test_a_promise_is_never_rounded_up_nor_a_load_to_be_reached_down
    assert_equal(["95 %", "94 %", "98 %", "100 %", "29 %"],
                 [0.959, 0.9499, 0.98999, 1.0, 0.29].map { |share| WORDING.sure(share) })
    assert_equal ["265 kN", "264.8 kN"], [WORDING.at_least(264_779.0), WORDING.to_reach(264_779.0)]
    assert_equal "2.67 m", WORDING.length(2.661, :up)
  end

  def test_the_wording_is_never_surer_than_the_figure
    { 0.9999 => "more than 99.9 %", 0.9994 => "99.9 %", 0.0001 => "less than 0.1 %", 0.0 => "0 %", 1.0 => "100 %",
      0.976 => "98 %", 0.017 => "1.7 %" }.each { |share, words| assert_equal words, WORDING.per_cent(share) }
    assert_equal(["4 h 20 min", "2 h", "0 min"], [260, 120, 0].map { |m| WORDING.duration(m) })
    assert_equal "10.1 kN", WORDING.at_least(10_001.0)
    assert_equal "9.99 kN", WORDING.at_most(9_999.0)
    assert_equal "4.5", WORDING.number(4.5)
  end
end
