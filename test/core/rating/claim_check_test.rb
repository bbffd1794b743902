# frozen_string_literal: true

require_relative "../../test_helper"

class ClaimCheckTest < CoreCase
  LOT = [23.4, 24.1, 23.0, 24.6, 23.7, 22.8].freeze

  def verdict(claim, lot = LOT, **given)
    Rating::ComputeRating.call(sample_of(*lot), terms(claims: [claim], **given)).verdict
  end

  def test_pass_fail_and_cannot_tell_by_both_bounds
    assert_equal(%i[pass cannot_tell fail], [20.5, 22.0, 24.0].map { |force| verdict(claim(force)).state })
  end

  def test_the_shared_uncertainty_takes_a_pass_away
    assert_equal :pass, verdict(claim(21.0)).state
    assert_equal :cannot_tell, verdict(claim(21.0), shared_uncertainty_share: 0.01).state
  end

  def test_the_shared_uncertainty_does_not_shrink_with_n
    many = LOT * 20

    assert_equal :cannot_tell, verdict(claim(22.6), many, shared_uncertainty_share: 0.02).state
  end

  def test_every_piece_must_meet_it
    strict = claim(23.5, every_piece: true)

    assert_equal :fail, verdict(strict).state
    assert_match(/22.8/, verdict(strict).reason)
    assert_equal :fail, verdict(strict, [22.9]).state
  end

  def test_an_average_is_compared_with_the_average
    assert_equal :pass, verdict(claim(22.9, kind: :average)).state
    assert_match(/average/, verdict(claim(22.9, kind: :average)).reason)
  end

  def test_a_working_load_needs_its_factor_to_be_compared
    load = claim(4.0, measure: :working_load)

    assert_equal :not_comparable, verdict(load).state
    assert_equal :pass, verdict(claim(4.0, measure: :working_load, factor: 5.0)).state
  end

  def test_a_claim_of_unknown_kind_is_taken_as_a_minimum_and_said_so
    assert_match(/taken as a minimum/, verdict(claim(20.5, kind: :unknown)).reason)
    refute_match(/taken as a minimum/, verdict(claim(20.5)).reason)
  end

  def test_one_break_cannot_tell
    assert_equal :cannot_tell, verdict(claim(20.0), [23.0]).state
  end

  def one(force, broke, **given)
    verdict(claim(force, **given.slice(:measure, :factor)), [broke],
            **given.except(:measure, :factor)).reason
  end

  def test_one_break_above_the_claim_says_how_far_and_what_it_says_of_the_lot
    said = one(20.0, 23.0)

    assert_match(/broke at 23\.0 kN, 3\.0 kN \(15 %\) above the claim: it meets it as one piece/, said)
    assert_match(/one with 5 % weak pieces passes so with 95 %, and with 3 more that hold it with 82 %/, said)
  end

  # 0.95⁴ is 81.45 %: a chance to be let through is not said smaller.
  def test_one_break_on_a_working_load_says_the_factor_it_came_to
    said = one(4.0, 23.0, measure: :working_load, factor: 5.0)

    assert_match(/5\.7 times the working load of 4\.0 kN/, said)
  end

  def test_one_break_below_the_claim_asks_for_the_repeat
    said = one(25.0, 23.0)

    assert_match(/2\.0 kN \(8 %\) below the claim\. By the repeat rule 2 more are pulled/, said)
    refute_match(/meets/, said)
  end

  def test_one_break_within_what_the_readings_share_decides_nothing
    assert_match(/this piece alone decides nothing/, one(22.9, 23.0, shared_uncertainty_share: 0.01))
  end

  def claim(force, **given)
    Rating::Claim.new(value_si: force * 1000.0, measure: :strength, kind: :minimum, every_piece: false, **given)
  end
end
