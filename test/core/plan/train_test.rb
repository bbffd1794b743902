# frozen_string_literal: true

require_relative "../../test_helper"

# What is in line: legs, strands, knots, unknown links; worked by hand in docs/validation.md.
class TrainTest < CoreCase
  Plan = MildAnvil::Core::Plan
  Link = Plan::Link
  NORMAL = MildAnvil::Core::Statistics::Normal
  KN = MildAnvil::Catalogue.units.find("kN")

  def link(name, mean, share = 0.05, **rest) = Link.new(name: name, mean: mean, deviation: mean * share, **rest)
  def specimen(mean = 14_500.0, share = 0.08) = link("joint", mean, share, specimen: true)
  def words(*links) = Plan::TrainWords.new(Plan::LoadTrain.new(links), Plan::Wording.new(KN))

  # 22 kN a leg at 60° between them: 22 · 2 · cos 30° = 38.105 kN.
  def test_two_legs_by_hand
    sling = link("sling", 22_000.0, legs: 2, included_degrees: 60.0)

    assert_in_delta 38_105.118, sling.capacity, 1e-3
    assert_in_delta 0.05 * 38_105.118, sling.scatter, 1e-3
  end

  # A knot leaves 60 %, two strands share 90 %: 10 · 0.6 · 2 · 0.9 = 10.8 kN, s = 0.5 · 0.6 · 0.9 · √2.
  def test_knot_and_strands_by_hand
    rope = link("rope", 10_000.0, derates: { "knot" => 0.6 }, strands: 2, share_factor: 0.9)

    assert_in_delta 10_800.0, rope.capacity, 1e-9
    assert_in_delta 500 * 0.6 * 0.9 * Math.sqrt(2), rope.scatter, 1e-9
  end

  # The weaker of two legs ends it: both as strong as the specimen leave it one chance in three.
  def test_the_weaker_leg_goes_first
    twin = link("legs", 10_000.0 / Math.sqrt(2), 0.08, legs: 2, included_degrees: 90.0)
    train = Plan::LoadTrain.new([specimen(10_000.0), twin])

    assert_in_delta 1 / 3.0, train.specimen_first, 1e-6
    assert_in_delta 1.0, train.first.sum(&:probability), 1e-9
  end

  # Two normal links: Φ(Δ / √(s₁² + s₂²)), whatever their scale.
  def test_chances_do_not_depend_on_the_unit
    [1.0, 1000.0, 1.0e6].each do |scale|
      train = Plan::LoadTrain.new([link("a", 10 * scale, 0.1, specimen: true), link("b", 12 * scale, 0.1)])

      assert_in_delta NORMAL.cdf(2 / Math.sqrt(1 + 1.44)), train.specimen_first, 1e-9
    end
  end

  # A very steep link among broad ones, and one far away.
  def test_steep_and_distant_links_are_integrated
    train = Plan::LoadTrain.new([specimen(10_000.0, 0.2), link("steep", 9_000.0, 1e-4), link("far", 1.0e6, 0.01)])
    beneath = NORMAL.cdf((9_000.0 - 10_000.0) / 2_000.0)

    assert_in_delta beneath, train.specimen_first, 2e-4
    assert_in_delta 1.0, train.first.sum(&:probability), 2e-4
  end

  def test_the_mend_reaches_what_is_wanted
    links = [specimen, link("jaw", 15_000.0, 0.08), link("pin", 52_000.0)]
    change = Plan::LoadTrain.new(links).mend
    stronger = links.map { |l| l.name == change[:name] ? l.stronger(change[:times]) : l }

    assert_equal "jaw", change[:name]
    assert_in_delta 0.95, Plan::LoadTrain.new(stronger).specimen_first, 1e-3
    assert_match(/jaw: one that holds .* kN instead of 15.0 kN/, words(*links).mend)
  end

  def test_when_no_single_link_is_enough
    change = Plan::LoadTrain.new([specimen, link("a", 14_000.0), link("b", 14_000.0)]).mend

    assert_nil change[:link]
    assert_match(/No single stronger link is enough/, words(specimen, link("a", 14_000.0), link("b", 14_000.0)).mend)
  end

  def test_what_nobody_knows_is_never_assumed
    eye = Link.new(name: "old eye", mean: nil, deviation: nil)
    told = words(specimen, eye, link("jaw", 30_000.0))

    refute_predicate told, :holds?
    assert_match(/\ACannot promise: the strength of old eye is not known/, told.sentence)
    assert_includes told.working, "old eye: strength unknown, never assumed"
    assert_nil Plan::LoadTrain.new([specimen, eye]).first.last.probability
  end

  def test_an_unknown_specimen_leaves_nothing_to_say
    train = Plan::LoadTrain.new([Link.new(name: "it", specimen: true), link("jaw", 9_000.0)])

    assert_nil train.specimen_first
    assert_nil train.mend
    assert_match(/nobody can say/, words(*train.links).sentence)
  end

  WRONG = { { included_degrees: 180.0, legs: 2 } => /at 180° two legs carry nothing/, { legs: 3 } => /neither 1 nor 2/,
            { strands: 0 } => /no strand/, { share_factor: 1.2 } => /shares above 0/,
            { derates: { "knot" => 0.0 } } => /shares above 0/ }.freeze

  def test_impossible_links_are_refused_by_name
    WRONG.each do |values, words|
      fault = assert_raises(MildAnvil::InvalidInput) do
        Plan::LoadTrain.new([specimen, link("sling", 9_000.0, **values)])
      end

      assert_match(/“sling”/, fault.message)
      assert_match(words, fault.message)
    end
    assert_raises(MildAnvil::InvalidInput) { Plan::LoadTrain.new([specimen, link("zero", 0.0)]) }
  end

  def test_the_working_shows_how_strength_comes_about
    line = words(specimen,
                 link("sling", 22_000.0, legs: 2, included_degrees: 60.0, derates: { "knot" => 0.6 })).working[1]

    assert_equal "sling: 22.0 kN × 0.6 (knot) × 2 cos(30°) (two legs, 60° between them) = 22.8 kN, s 1.14 kN", line
  end
end
