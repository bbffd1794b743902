# frozen_string_literal: true

require_relative "../../test_helper"

# What each school makes of one lot, worked by hand from the factor that its table gives.
class SchoolValuesTest < CoreCase
  LOT = [23.4, 24.1, 23.0, 24.6, 23.7, 22.8].freeze
  MEAN = 23_600.0
  DEVIATION = 678.233 # root of the sum of squared deviations, 2,300,000, over 5
  # t(0.95; 5), and the one-sided factor for n = 6, 95 %, 95 %, as tables print them.
  T = 2.015048
  K = 3.708

  def value(key, *lot, **given)
    result = Rating::Schools.find(key).rate(sample_of(*(lot.empty? ? LOT : lot)), terms(**given))
    result.refusal || result.value_si
  end

  def test_the_worked_lot
    { lowest: 22_800.0, average: MEAN, mean_minus_three_s: MEAN - (3 * DEVIATION),
      tolerance_normal: MEAN - (K * DEVIATION), fitted_normal: MEAN - (K * DEVIATION),
      prediction: MEAN - (T * DEVIATION * Math.sqrt(7 / 6.0)) }.each do |key, expected|
      assert_in_delta expected, value(key), 0.0005 * DEVIATION, key
    end
  end

  def test_the_claim_check_gives_the_claim_and_counts_what_lies_below
    assert_in_delta 20_000.0, value(:incoming_claim, claims: [claim(20)])
    assert_in_delta 22_800.0, value(:incoming_claim, claims: [claim(22.8)])
    assert_match(/\A1 of 6 lie below the claim: pull 2 more/, value(:incoming_claim, claims: [claim(22.9)]))
    assert_match(/\A2 of 6 lie below the claim: pull 4 more/, value(:incoming_claim, claims: [claim(23.1)]))
    assert_match(/nothing has been pulled/, value(:incoming_claim, [:void, 3.0], claims: [claim(20)]))
  end

  def test_what_ended_below_the_claim_unbroken_decides_nothing
    assert_match(/\A1 ended below the claim.*: it decides/,
                 value(:incoming_claim, 23.0, [:at_least, 19.9], claims: [claim(20)]))
    assert_match(/\A2 ended below.*they decide/,
                 value(:incoming_claim, [:at_least, 19.0], [:at_least, 19.9], claims: [claim(20)]))
    assert_in_delta 20_000.0, value(:incoming_claim, 23.0, [:at_least, 20.0], claims: [claim(20)])
    assert_match(/1 of 2 lie below/, value(:incoming_claim, 23.0, [:between, 18.0, 19.9], claims: [claim(20)]))
  end

  def test_survivors_hold_the_least_that_all_of_them_carried
    few = { coverage: 0.5, confidence: 0.75 }
    assert_in_delta 12_000.0, value(:proof_survivors, [:at_least, 12.5], [:at_least, 12.0], **few)
    assert_match(/needs 5 of them for 50 % with 95 % confidence; 2 give 75 %/,
                 value(:proof_survivors, [:at_least, 12.5], [:at_least, 12.0], coverage: 0.5))
    assert_match(/\A1 failed/, value(:proof_survivors, [:at_least, 12.5], 12.0))
    assert_match(/nothing has been pulled/, value(:proof_survivors, [:void, 12.5]))
  end

  # 0.6 to the power of 5 is 0.08, to the power of 6 0.047: the lowest of six holds 60 % with 95 % confidence.
  def test_without_a_shape_the_count_decides
    assert_match(/\Aneeds 6 breaks for 60 % with 95 % confidence, has 5/,
                 value(:distribution_free, *LOT.first(5), coverage: 0.6))
    assert_in_delta 22_800.0, value(:distribution_free, *LOT, coverage: 0.6)
  end
end

# Two claims that cannot both be so.
class ClaimConflictsTest < CoreCase
  def conflicts(*claims) = Rating::ClaimConflicts.among(claims)

  def said(kilonewtons, **given) = claim(kilonewtons, text: kilonewtons.to_s, unit: "kN", **given)

  def test_claims_that_differ_are_named_with_their_sources
    assert_equal ["Two claims differ: 20 kN (tag), and 22 kN (source not stated)."],
                 conflicts(said(20, source: "tag"), said(22))
    assert_equal 3, conflicts(said(20), said(22), said(24)).size
  end

  def test_one_per_cent_is_a_rounded_unit
    assert_empty conflicts(said(20.0), said(20.2))
    assert_equal 1, conflicts(said(20.0), said(20.3)).size
  end

  def test_a_mean_and_a_minimum_another_direction_and_another_measurand_are_no_conflict
    assert_empty conflicts(said(20), said(24, kind: :average))
    assert_empty conflicts(said(20, direction: "axial"), said(24, direction: "shear"))
    assert_empty conflicts(said(20, measurand: "force"), said(24, measurand: "torque"))
    assert_equal 1, conflicts(said(20, direction: "axial"), said(24)).size
    assert_equal 1, conflicts(said(20, measurand: "force"), said(24, measurand: "force")).size
  end

  def test_a_working_load_is_compared_by_the_strength_that_its_factor_makes
    assert_empty conflicts(said(20), said(4, measure: :working_load, factor: 5.0))
    assert_empty conflicts(said(20), said(4, measure: :working_load))
    assert_equal ["Two claims differ: 20 kN (source not stated), and 5 kN to work with, factor 5 in it " \
                  "(source not stated)."], conflicts(said(20), said(5, measure: :working_load, factor: 5.0))
  end
end

# What a careful colleague says beside the figures.
class RemarksTest < CoreCase
  def remarks(*lot, **given) = Rating::ComputeRating.call(sample_of(*lot), terms(**given)).remarks

  def test_two_to_four_are_few
    counts = (1..5).to_h { |n| [n, remarks(*[23.4, 24.1, 23.0, 24.6, 23.7].first(n)).grep(/no test can tell/).size] }

    assert_equal({ 1 => 0, 2 => 1, 3 => 1, 4 => 1, 5 => 0 }, counts)
  end

  def test_bounds_want_a_stronger_train_where_there_are_breaks_too
    assert_includes remarks(23.4, [:at_least, 24.1]).join, "1 only “at least”"
    assert_includes remarks(23.4, [:at_least, 24.1], [:at_least, 24.0]).join, "would turn them into breaks"
    assert_empty remarks([:at_least, 24.1], [:at_least, 24.0]).grep(/only “at least”/)
  end

  # 20, 23.2 and 26.8: the standard deviation is 14.6 % of the mean; with 27.2 it is 15.3.
  def test_scatter_above_fifteen_per_cent_is_wide
    assert_empty remarks(20.0, 23.2, 26.8).grep(/scatter is/)
    assert_includes remarks(20.0, 23.2, 27.2).join, "The scatter is 15 % of the mean"
    assert_empty remarks(10.0, 40.0).grep(/scatter is/)
  end

  def test_a_display_that_hides_the_scatter_is_told
    assert_includes remarks(23.4, 23.4, 23.4).join, "These 3 breaks agree within a step of the display, 0.1 kN"
    assert_empty remarks(23.4, 23.5, 23.3).grep(/step of the display/)
  end

  def test_voids_are_counted
    assert_includes remarks(23.4, [:void, 3.0]).join, "1 void: it does not count and stays drawn"
    assert_includes remarks(23.4, [:void, 3.0], [:void, 2.0]).join, "2 void: they do not count and stay drawn"
  end
end

# A rating from plain values, as they are kept with what was signed.
class InputsTest < CoreCase
  def inputs(pulls, **given)
    stated = { "unit" => "kN", "measurand" => "force", "resolution_si" => 100.0 }.merge(given.transform_keys(&:to_s))
    Rating::Inputs.new({ "terms" => stated, "pulls" => pulls }, measurand: MildAnvil::Catalogue.measurand("force"))
  end

  def pull(number, state, value_si, **more)
    { "number" => number, "id" => 70 + number, "state" => state,
      "judgement" => { "counts_as" => "break", "value_si" => value_si } }.merge(more.transform_keys(&:to_s))
  end

  def test_only_what_counts_or_is_void_is_an_observation
    pulls = [pull(1, "counted", 8000.0), pull(2, "superseded", 8100.0), pull(3, "unjudged", 8200.0, judgement: nil),
             pull(4, "void", 3000.0, judgement: { "counts_as" => "void", "value_si" => 3000.0 }),
             pull(5, "counted", nil)]

    assert_equal([["1", 71, :break], ["4", 74, :void]],
                 inputs(pulls).sample.observations.map { |o| [o.label, o.reference, o.counts_as] })
  end

  def test_the_marking_step_has_its_own_unit_or_the_lots
    assert_equal "kN", inputs([]).terms.marking_unit.symbol
    assert_equal "N", inputs([], marking_unit: "N").terms.marking_unit.symbol
    assert_equal :count, inputs([]).terms.preloaded
    assert_equal :leave_out, inputs([], preloaded: "leave_out").terms.preloaded
  end

  def test_demands_and_what_is_borrowed_come_back_as_they_were
    terms = inputs([], requirements: [{ "value_si" => 3000.0, "measure" => "working_load" }],
                       borrowed: { "standard_deviation_si" => 300.0, "dof" => 6, "source" => "2 lots" },
                       reference: { "name" => "Lot B", "breaks_si" => [1.0, 2.0] },
                       claims: [{ "value_si" => 7000.0, "measure" => "strength", "kind" => "average" }]).terms

    assert_equal :working_load, terms.requirements.first.measure
    assert_predicate terms.requirements.first, :load?
    assert_equal 6, terms.borrowed.dof
    assert_equal [1.0, 2.0], terms.reference.breaks_si
    assert_predicate terms.claims.first, :of_the_mean?
  end
end
