# frozen_string_literal: true

require_relative "../../test_helper"

# What every school keeps, whichever it is.
class SchoolsTest < CoreCase
  LOTS = { full: [23.4, 24.1, 23.0, 24.6, 23.7, 22.8], censored: [23.4, 24.1, 23.0, [:at_least, 25.2]], none: [],
           one: [22.1], equal: [22.1, 22.1, 22.1],
           survivors: [[:at_least, 12.0], [:at_least, 12.5]], at_most: [20.1, 21.3, [:at_most, 19.0]],
           wide: [0.4, 9.0, 1.2] }.freeze

  def test_every_school_gives_a_value_or_a_reason_and_never_nonsense
    Rating::Schools.all.product(LOTS.values) do |school, lot|
      result = school.rate(sample_of(*lot), terms)

      assert_operator result.refused?, :^, result.value_si&.finite?, "#{school}: #{lot}"
      assert_operator (result.refusal || result.in_words).size, :>, 15
      assert_operator result.value_si, :>, 0 unless result.refused?
      refute_empty result.assumption + result.weakness
    end
  end

  def test_keys_and_places_are_unique
    assert_equal Rating::Schools.all.size, Rating::Schools.all.map { |s| s::KEY }.uniq.size
    assert_equal Rating::Schools.all.size, Rating::Schools.all.map { |s| s::POSITION }.uniq.size
  end

  def test_doubling_every_force_doubles_every_value
    Rating::Schools.all.each do |school|
      single = school.rate(sample_of(*LOTS[:full]), terms)
      double = school.rate(sample_of(*LOTS[:full].map { |v| v * 2 }), terms)
      next assert_predicate double, :refused? if single.refused?

      assert_in_delta single.value_si * 2, double.value_si, single.value_si * 1e-6
    end
  end

  def test_the_order_of_pulling_does_not_matter
    Rating::Schools.all.each do |school|
      forward, backward = [LOTS[:full], LOTS[:full].reverse].map { |lot| school.rate(sample_of(*lot), terms).value_si }
      forward ? assert_in_delta(forward, backward, forward * 1e-9) : assert_nil(backward)
    end
  end

  def test_the_interval_holds_the_bound
    Rating::Schools.all.map do |s|
      s.rate(sample_of(*LOTS[:full]),
             terms)
    end.select(&:interval?).each do |r|
      assert_operator r.value_si, :<,
                      r.upper_si
    end
  end

  def test_one_break_gives_no_minimum
    minima = Rating::Schools.all.select { |s| s::MINIMUM }.map { |s| s.rate(sample_of(22.1), terms) }

    assert minima.all?(&:refused?)
  end

  def test_an_at_least_may_be_the_lowest
    assert_in_delta 20_500.0, Rating::Schools::Lowest.rate(sample_of(22.4, 23.1, [:at_least, 20.5]), terms).value_si,
                    1e-6
  end

  def test_an_at_most_hides_the_lowest
    assert_match(/at most/, Rating::Schools::Lowest.rate(sample_of(22.4, 23.1, [:at_most, 20.5]), terms).refusal)
  end

  def test_a_void_counts_for_nothing
    with, without = [[[:void, 3.0]],
                     []].map do |voids|
      Rating::Schools::ToleranceNormal.rate(sample_of(*LOTS[:full], *voids),
                                            terms).value_si
    end

    assert_in_delta without, with, 1e-9
  end

  def test_a_bound_below_zero_is_refused_with_its_working
    result = Rating::Schools::ToleranceNormal.rate(sample_of(*LOTS[:wide]), terms)

    assert_predicate result, :refused?
    assert_operator result.working[:bound_si], :<, 0
  end

  def test_a_fitted_bound_takes_every_kind_of_value
    lot = [23.4, 24.1, 23.0, [:at_least, 25.2], [:at_most, 23.8], [:between, 22.1, 23.3]]
    fitted = Rating::Schools.all.grep(Rating::FittedSchool)

    assert_equal 4, fitted.size
    fitted.each { |school| assert_match(/3 values that are only bounds/, school.rate(sample_of(*lot), terms).in_words) }
  end

  def test_a_fitted_log_normal_bound_of_a_complete_lot_is_the_tolerance_bound
    fitted, exact = [Rating::Schools::FittedLognormal,
                     Rating::Schools::ToleranceLognormal].map { |s| s.rate(sample_of(*LOTS[:full]), terms) }

    assert_in_delta exact.value_si, fitted.value_si, 1e-4
    assert_in_delta exact.upper_si, fitted.upper_si, 1e-4
  end

  def test_a_lot_with_an_at_least_is_rated_by_the_fitted_normal
    statement = Rating::ComputeRating.call(sample_of(*LOTS[:full], [:at_least, 25.2]), terms(claims: [claim(20.0)]))

    assert_equal :fitted_normal, statement.recommendation.key
    assert_equal :pass, statement.verdict.state
  end

  def test_sixty_breaks_are_enough_without_any_assumption
    result = Rating::Schools::DistributionFree.rate(sample_of(*Array.new(60) { |i| 20 + (i * 0.1) }), terms)

    assert_in_delta 20_000.0, result.value_si, 1e-6
    assert_equal 1, result.working[:rank]
  end
end
