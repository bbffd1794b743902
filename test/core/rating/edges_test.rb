# frozen_string_literal: true

require_relative "../../test_helper"

# The places where one more break, one piece or one per cent changes what is said.
class RatingEdgesTest < CoreCase
  BREAKS = [23.4, 24.1, 23.0, 24.6].freeze

  def rated(*values, **given) = Rating::ComputeRating.call(sample_of(*values), terms(**given))
  def percent(share) = Rating::Schools.find(:mean_minus_three_s).send(:per_cent, share)

  def test_a_share_near_its_end_is_never_rounded_to_it
    assert_equal(["96 %", "99 %", "99.4 %", "99.6 %", "99.9 %", "99.9 %"],
                 [0.96, 0.99, 0.994, 0.996, 0.999, 0.9999].map { |share| percent(share) })
    assert_equal(["1 %", "0.5 %", "0.1 %", "under 0.1 %"], [0.01, 0.005, 0.001, 0.0004].map { |share| percent(share) })
  end

  # Two that agree well support a bound, a low one; two that do not support none, and the lowest does not fill in.
  def test_two_breaks_are_rated_like_three
    assert_equal :tolerance_normal, rated(23.0, 23.5).recommendation.key
    assert_operator rated(23.0, 23.5).minimum.value_si, :<, rated(23.0, 23.5, 23.25).minimum.value_si
    assert_nil rated(20.0, 24.0).recommendation.key
    assert_nil rated(23.0).recommendation.key
  end

  def test_what_one_more_break_is_expected_to_do_is_known_from_three_on
    three = rated(23.4, 24.1, 23.0).next_breaks

    assert three.first[:expected_si]
    assert_equal([nil] * 3, three.drop(1).map { |row| row[:expected_si] })
    two = rated(23.4, 24.1, school: "tolerance_normal").next_breaks
    assert_equal([1, 2, 3, 5], two.map { |row| row[:more] })
    assert_nil two.first[:expected_si]
    assert_operator two.first[:value_si], :<, two.last[:value_si]
  end

  def test_every_piece_above_the_claim_does_not_fail_it
    fine = rated(*BREAKS, claims: [claim(15.0, every_piece: true)]).verdicts.first
    below = rated(*BREAKS, claims: [claim(23.2, every_piece: true)]).verdicts.first

    assert_equal :pass, fine.state
    assert_equal :fail, below.state
    assert_match(/one failed at 23\.0 kN/, below.reason)
  end

  def test_a_claimed_average_lies_in_an_interval_around_the_mean
    verdict = rated(*BREAKS, claims: [claim(23.7, kind: :average)]).verdicts.first
    mean = BREAKS.sum / BREAKS.size * 1000
    half = Statistics::StudentT.quantile(0.95, 3) * rated(*BREAKS).description.standard_deviation / 2

    assert_in_delta mean - half, verdict.lower_si, 1e-6
    assert_in_delta mean + half, verdict.upper_si, 1e-6
  end

  def test_the_interval_of_borrowed_scatter_has_two_ends_by_the_same_factor
    borrowed = Rating::Borrowed.from([[23_000.0, 23_800.0, 24_100.0], [22_900.0, 23_500.0]])
    result = rated(23.4, borrowed: borrowed).results.find { |r| r.key == :borrowed_scatter }
    lower, upper = [0.95, 0.05].map do |confidence|
      k = Statistics::ToleranceFactor.normal(breaks: 1, coverage: 0.95, confidence: confidence, dof: 3)
      23_400 - (k * borrowed.standard_deviation_si)
    end

    assert_in_delta lower, result.value_si, 1e-6
    assert_in_delta upper, result.upper_si, 1e-6
    assert_equal "2 earlier lots", borrowed.source
    assert_equal "1 earlier lot", Rating::Borrowed.from([[23_000.0, 23_800.0]]).source
  end

  def loaded(value, specimen, preloaded: false)
    Rating::Observation.checked(counts_as: :break, value_si: value, label: "1", specimen: specimen,
                                preloaded: preloaded)
  end

  def test_pairs_are_compared_by_what_the_later_pull_lost
    values = [loaded(10_000.0, 1), loaded(10_400.0, 2), loaded(10_200.0, 3), loaded(9000.0, 1, preloaded: true)]
    statement = Rating::ComputeRating.call(Rating::Sample.new(values), terms)

    assert_match(/\A1 pair of first and later pull: the later one is -10\.0 %/, statement.preloaded.paired_in_words)
    assert_match(/\A1 piece had been loaded before and is counted/, statement.preloaded.in_words)
    two = Rating::ComputeRating.call(Rating::Sample.new([*values, loaded(9360.0, 2, preloaded: true)]), terms)
    assert_match(/\A2 pairs of first and later pull: the later one is -10\.0 %/, two.preloaded.paired_in_words)
    assert_match(/\A2 pieces had been loaded before and are counted/, two.preloaded.in_words)
  end

  def test_the_largest_value_is_a_value_and_nothing_beyond_it
    largest = Rating::Observation::LARGEST_SI

    assert_in_delta largest, Rating::Observation.checked(counts_as: :break, value_si: largest).value_si
    assert_raises(MildAnvil::InvalidInput) { Rating::Observation.checked(counts_as: :break, value_si: largest * 1.01) }
    assert_raises(MildAnvil::InvalidInput) do
      Rating::Observation.checked(counts_as: :between, value_si: 5.0, upper_si: 5.0)
    end
  end
end
