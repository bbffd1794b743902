# frozen_string_literal: true

require_relative "../../test_helper"

# Borrowed scatter, the claim check, competing risks, and what simulation mends.
class MoreSchoolsTest < CoreCase
  EARLIER = [[23.1, 22.8, 24.0, 23.5], [24.0, 24.4, 23.2, 23.9]].map { |lot| lot.map { |v| v * 1000 } }.freeze

  def borrowed(lots = EARLIER) = Rating::Borrowed.from(lots)
  def rate(school, lot, **given) = Rating::Schools.const_get(school).rate(sample_of(*lot), terms(**given))

  def test_borrowed_scatter_makes_one_break_useful
    result = rate(:BorrowedScatter, [23.4], borrowed: borrowed)

    k = MildAnvil::Core::Statistics::ToleranceFactor.normal(breaks: 1, coverage: 0.95, confidence: 0.95, dof: 6)

    assert_in_delta 23_400 - (k * borrowed.standard_deviation_si), result.value_si, 1e-6
    assert_equal 6, result.working[:dof]
  end

  def test_the_lots_own_scatter_stands_beside_the_borrowed_one
    assert_match(/scatters more/, rate(:BorrowedScatter, [20.0, 26.0, 23.0, 29.0], borrowed: borrowed).in_words)
    refute_match(/scatters more/, rate(:BorrowedScatter, [23.0, 23.6, 23.9], borrowed: borrowed).in_words)
  end

  def test_lots_that_do_not_scatter_alike_lend_nothing
    wild = borrowed([[1000.0, 1010.0, 990.0, 1005.0, 1001.0], [1000.0, 4000.0, 200.0, 2500.0, 3000.0]])

    assert_match(/do not scatter alike/, rate(:BorrowedScatter, [1.0, 1.1], borrowed: wild).refusal)
    assert_match(/no earlier lots/, rate(:BorrowedScatter, [1.0, 1.1]).refusal)
  end

  # 5 pieces, 5 % weak: 0.95^5 = 77 %; with one repeat of two more 0.774 + 5·0.05·0.95^4·0.95^2 = 96 %.
  def test_the_claim_check_shows_what_its_repeat_accepts
    result = rate(:IncomingClaim, [23.4, 24.1, 23.0, 24.6, 23.7], claims: [claim(20)])

    assert_in_delta 0.7738, result.working[:accepted_share], 1e-4
    assert_in_delta 0.7738 + (5 * 0.05 * (0.95**6)), result.working[:accepted_with_repeat_share], 1e-4
    refute result.minimum
  end

  def test_one_below_the_claim_asks_for_two_more
    assert_match(/pull 2 more/, rate(:IncomingClaim, [23.4, 19.9, 23.0], claims: [claim(20)]).refusal)
    assert_match(/no strength is claimed/, rate(:IncomingClaim, [23.4, 19.9, 23.0]).refusal)
  end

  def with_modes(pairs)
    Rating::Sample.new(pairs.map do |force, mode|
      Rating::Observation.checked(counts_as: :break, value_si: force * 1000.0, mode: mode)
    end)
  end

  MODES = [[20.1, "stitching"], [23.5, "webbing"], [20.6, "stitching"], [24.0, "webbing"], [19.8, "stitching"],
           [24.4, "webbing"], [20.3, "stitching"]].freeze

  def risks(sample)
    Rating::CompetingRisks.call(sample, terms,
                                MildAnvil::Core::Quantity::FigureRule.for(unit: unit, resolution_si: 100.0))
  end

  # 0.1 kN is the instrument's step: a minimum of 19.28 kN is stated as 19.2, never as 19.3.
  def test_what_limits_is_rounded_down_like_every_minimum
    result = risks(with_modes(MODES))
    stated = result.modes.map { |m| format("%.1f kN", (m.value_si / 100.0).floor / 10.0) }

    stated.each { |figure| assert_includes result.in_words, figure }
  end

  def test_the_weaker_way_limits_and_the_other_is_next
    result = risks(with_modes(MODES))

    assert_equal %w[stitching webbing], result.modes.map(&:mode)
    assert_operator result.modes[0].value_si, :<, result.modes[1].value_si
    assert_match(/“stitching” limits.*mended the minimum becomes.*“webbing”/, result.in_words)
  end

  def test_one_way_of_failing_is_no_competition
    assert_nil risks(with_modes(MODES.map { |f, _| [f, "stitching"] }))
    assert_nil risks(sample_of(1.0, 2.0))
  end

  def test_one_break_of_a_kind_gives_no_minimum_for_it
    single = risks(with_modes([*MODES.first(1), [23.5, "webbing"], [24.0, "webbing"]])).modes.find do |m|
      m.mode == "stitching"
    end

    assert_nil single.value_si
    assert_match(/one break/, single.refusal)
  end

  CENSORED = [23.4, 24.1, [:at_least, 23.0], 24.6, [:at_least, 22.8], 23.7, 23.1].freeze

  def test_what_is_chosen_is_calibrated_by_simulation_and_always_the_same
    one, two = Array.new(2) { Rating::ComputeRating.call(sample_of(*CENSORED), terms) }

    assert_match(/simulating/, one.chosen.in_words)
    assert_in_delta one.chosen.value_si, two.chosen.value_si, 1e-9
    assert one.chosen.working[:simulated]
  end

  def test_the_quick_bounds_become_calibrated_when_asked
    quick = Rating::ComputeRating.call(sample_of(*CENSORED), terms)
    full = Rating::ComputeRating.call(sample_of(*CENSORED), terms(calibrate: :all))

    refute quick.results.find { |r| r.key == :fitted_weibull }.working[:simulated]
    assert full.results.find { |r| r.key == :fitted_weibull }.working[:simulated]
    assert_in_delta quick.chosen.value_si, full.chosen.value_si, 1e-9
  end

  def test_a_complete_normal_lot_needs_no_simulation
    refute Rating::ComputeRating.call(sample_of(23.4, 24.1, 23.0),
                                      terms(calibrate: :all, school: :fitted_normal)).chosen.working[:simulated]
  end

  def test_what_more_breaks_would_do_belongs_to_tolerance_bounds
    next_breaks = Rating::ComputeRating.call(sample_of(23.4, 24.1, 23.0, 24.6), terms).next_breaks

    assert_equal([1, 2, 3, 5], next_breaks.map { |row| row[:more] })
    assert_empty Rating::ComputeRating.call(sample_of(*CENSORED), terms).next_breaks
    assert_empty Rating::ComputeRating.call(sample_of(23.4), terms).next_breaks
  end

  def test_a_plot_has_its_points_axis_and_line
    plot = Rating::Plot.of(sample_of(*CENSORED), terms)

    assert_equal(%i[normal lognormal weibull], plot.map { |p| p[:family] })
    plot.each do |drawn|
      assert_equal 7, drawn[:points].size
      assert_equal(2, drawn[:points].count { |p| p[:arrow] })
      assert(drawn[:axis].any? { |a| (a[:share] - 0.05).abs < 1e-9 })
      assert_operator drawn[:scale], :>, 0
    end
  end
end
