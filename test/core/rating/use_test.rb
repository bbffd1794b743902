# frozen_string_literal: true

require "test_helper"

# What a limit becomes in use, how sure a verdict is, and what factors mean.
class UseTest < Minitest::Test
  include MildAnvil

  Rating = Core::Rating
  KN = Catalogue.measurand("force").unit!("kN")
  FIGURES = Core::Quantity::FigureRule.for(unit: KN, largest_si: 5000.0)
  MARKING = Rating::WorkingLoad.rule(900.0, unit: KN, step: 0.05)

  def sample(*values)
    Rating::Sample.new(values.map { |v| Rating::Observation.checked(counts_as: :break, value_si: v * 1000.0) })
  end

  def claim(newtons, **rest)
    Rating::Claim.new(value_si: newtons, text: newtons.to_s, unit: "N", measure: :strength, kind: :minimum,
                      every_piece: false, **rest)
  end

  def terms(**given)
    Rating::Terms.checked(unit: KN, units: [KN], shared_uncertainty_share: 0.0,
                          population: Rating::Population.from_h({ shape: "normal", reason: "tried" }), **given)
  end

  def verdict(newtons, values: [8.1, 8.4, 7.9, 8.2, 8.0])
    terms = terms(claims: [claim(newtons)])
    Rating::ComputeRating.call(sample(*values), terms).verdicts.first
  end

  def test_a_claim_at_the_bound_is_as_sure_as_the_bound
    bound = Rating::Schools::ToleranceNormal.rate(sample(8.1, 8.4, 7.9, 8.2, 8.0),
                                                  terms).value_si
    found = verdict(bound)

    assert_in_delta 0.95, found.sure_share, 1.0e-6
    assert_equal "Wrong with 5.0 %, by these breaks alone.", found.wrong
  end

  def test_a_verdict_says_by_how_much_each_would_be_wrong
    sure = [6500.0, 7300.0, 7500.0, 7800.0, 8500.0].map { |newtons| verdict(newtons).sure_share }

    assert_equal sure.sort.reverse, sure
    assert_equal "Passed now it would be wrong with 12 %, failed now with 89 %.", verdict(7500.0).wrong
    assert_equal "Wrong with less than 0.1 %, by these breaks alone.", verdict(8500.0).wrong
    assert_nil verdict(7500.0, values: [8.1]).sure_share
  end

  # P(percentile >= claim) from its own distribution: a non-central t (Hahn and Meeker, section 4.6).
  def test_sureness_is_the_non_central_t
    values = [8.1, 8.4, 7.9, 8.2, 8.0]
    described = Core::Statistics::Description.of(values)
    t = (described.mean - 7.4) / described.standard_deviation * Math.sqrt(5)
    expected = Core::Statistics::NoncentralT.cdf(t, 4, Core::Statistics::Normal.quantile(0.95) * Math.sqrt(5))

    assert_in_delta expected, verdict(7400.0).sure_share, 1.0e-6
  end

  def use(**asked)
    keys = asked.delete(:reductions).to_a
    chosen = Catalogue.reductions.select { |row| keys.include?(row.key) }
    Rating::UseLimit.new(900.0, MARKING, reductions: chosen, **asked).to_h
  end

  def test_angles_are_converted_and_limits_rounded_down
    from_vertical = use(way: "two_legs", angle: 30)

    assert_in_delta 2 * Math.cos(Math::PI / 6), from_vertical[:factor]
    assert_equal "1.55", from_vertical[:limit][:text]
    assert_equal from_vertical, use(way: "two_legs", angle: 60, angle_of: "included")
    assert_equal from_vertical, use(way: "two_legs", angle: 60, angle_of: "horizontal")
    assert_equal([1.4, 1.0], [40, 50].map { |angle| use(way: "two_legs", angle: angle, uniform: true)[:factor] })
    assert_raises(InvalidInput) { use(way: "two_legs", angle: 61) }
    assert_raises(InvalidInput) { use(way: "sideways") }
    assert_equal use, use(angle: 75) # a straight one has no angle
  end

  def test_what_takes_from_a_limit_is_multiplied_once_of_a_kind
    found = use(way: "choker", reductions: %w[knot-bowline bend-10])

    assert_in_delta 0.8 * 0.6 * 0.86, found[:factor]
    assert_match(/up to 0\.35 kN: 0\.90 kN × 0\.80 choked × 0\.86 bent round.* × 0\.60 bowline, rounded down/,
                 found[:sentence])
    assert_match(/It is not used so: over a sharp edge/, use(reductions: %w[edge-sharp])[:sentence])
    assert_nil use(reductions: %w[edge-sharp])[:limit]
    assert_raises(InvalidInput) { use(reductions: %w[knot-bowline knot-eight]) }
  end

  def test_a_bracket_pulls_its_top_fixings_and_shears_all
    load = Rating::BracketLoad.new(400.0, arm: 0.3, depth: 0.2, top: 2, all: 4)
    found = load.against(900.0)

    assert_equal [300.0, 100.0], [load.pull, load.shear]
    assert_in_delta (300 + 100) / 900.0, found[:cautious]
    assert_operator found[:usual], :<, found[:cautious]
    assert_in_delta 150.0, Rating::BracketLoad.new(400.0, arm: 0.3, depth: 0.2, top: 2, all: 4, spread: true).pull
    heavy = Rating::BracketLoad.new(4000.0, arm: 0.3, depth: 0.2, top: 2, all: 4)
    assert_match(/too much/, heavy.sentence(FIGURES, heavy.against(900.0)))
    between = Rating::BracketLoad.new(1000.0, arm: 0.2, depth: 0.2, top: 2, all: 2)
    assert_match(/only the usual sum allows it/, between.sentence(FIGURES, between.against(900.0)))
    assert_raises(InvalidInput) { Rating::BracketLoad.new(400.0, arm: 0.3, depth: 0.2, top: 4, all: 2) }
    assert_raises(InvalidInput) { Rating::BracketLoad.new(0.0, arm: 0.3, depth: 0.2, top: 2, all: 2) }
  end

  ROWS = [{ key: "static-known", use: "Static", low: 2, usual: 3, high: 4, source: "s", note: "" },
          { key: "sling-synthetic-5", use: "School of 5", low: 5, usual: 5, high: 5, source: "s", note: "" },
          { key: "sling-synthetic-7", use: "School of 7", low: 7, usual: 7, high: 7, source: "s", note: "" }].freeze

  def ways(minimum, item: "sewn_loop")
    Rating::FactorWays.new(minimum, ROWS, item_type: item, figures: FIGURES, rule: lambda do |factor|
      Rating::WorkingLoad.limit(minimum_si: minimum, factor: factor, unit: KN, step: 0.01)
    end)
  end

  def test_schools_stand_side_by_side_those_of_the_item_first
    rows = ways(4550.0).rows([800.0, 650.0])

    assert_equal(%w[sling-synthetic-5 sling-synthetic-7 static-known], rows.map { |row| row[:key] })
    assert_equal(%w[0.91 0.65 1.51], rows.map { |row| row[:limit][:text] })
    assert_equal(%w[above below above], rows.map { |row| row[:reached][:verdict] }) # 5.68 over the highest load
    assert_equal "within", ways(4000.0).rows([800.0]).first[:reached][:verdict] # exactly 5
    assert_nil ways(4550.0).rows([]).first[:reached]
  end

  def test_a_working_load_without_a_factor_is_read_under_each_school
    unknown = Rating::Claim.new(value_si: 800.0, measure: :working_load)
    words = ways(4550.0).claims([unknown, claim(4000.0)])

    assert_equal ["The claimed working load of 0.80 kN states no factor: with 5 it means 4.00 kN, which the minimum " \
                  "reaches; with 7 it means 5.60 kN, which the minimum does not reach."], words
    assert_match(/with 4 .* with 5 .* with 7/, ways(4550.0, item: "net").claims([unknown]).first)
  end

  def test_a_group_is_a_share_of_as_many_single_ones
    found = Rating::GroupEfficiency.call([17.0, 18.0, 17.5], [10.0, 10.4, 9.9], 2)

    assert_in_delta 17.5 / 10.1 / 2, found[:value]
    assert_match(/Together they carry 0\.87 \(0\.8\d to 0\.9\d with 95 %\) of what 2 single ones would/,
                 found[:sentence])
    assert_operator found[:low], :<, found[:value]
  end
end
