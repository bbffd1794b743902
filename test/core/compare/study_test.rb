# frozen_string_literal: true

require "test_helper"
require "json"

# A whole comparison: what is said of groups, and that it is said honestly.
class ComparisonStudyTest < Minitest::Test
  include MildAnvil

  Compare = Core::Compare
  KN = Catalogue.measurand("force").unit!("kN")
  FIGURES = Core::Quantity::FigureRule.for(unit: KN, largest_si: 5000.0)
  STRENGTH = Compare::Comparable.find!("strength")

  def observations(values)
    values.map do |v|
      kind, value = v.is_a?(Array) ? v : [:break, v]
      Core::Rating::Observation.checked(counts_as: kind, value_si: value * 1000.0)
    end
  end

  def level(name, value = nil) = Compare::Side::Level.new(name: name, value: value, unit: "tucks")
  def side(name, values, **rest) = Compare::Side.of(name, observations(values), **rest)

  def cell(tucks, line, values)
    side("#{tucks} #{line}", values, levels: { "Tucks" => level(tucks.to_s, tucks.to_f), "Line" => level(line) })
  end

  def six(third: [3.1, 3.3, 3.2, 3.5])
    [cell(3, "plain", [3.4, 3.6, 3.38, 3.54, 3.48]), cell(5, "plain", [4.1, 4.3, 4.25, 4.4, 4.28]),
     cell(7, "plain", [4.7, 4.6, 4.8, 4.75, 4.66]), cell(3, "tarred", third),
     cell(5, "tarred", [4.1, 4.2, 4.25, 4.4, 4.0]), cell(7, "tarred", [4.8, 4.6, 5.0, 4.75, 4.9])]
  end

  def study(sides, one: sides.first.key, comparable: STRENGTH, against: nil, **rest)
    Compare::Study.new(sides, one: one, comparable: comparable, figures: FIGURES, **rest).to_h(against: against)
  end

  def said(found, part) = found[:conclusions].select { |c| c[:part] == part }.map { |c| c[:text] }

  def test_one_against_another_is_said_with_limits_outwards_and_what_is_ruled_out
    found = study(six, one: "7 plain", against: "5 plain")

    assert_equal ["“7 plain” carries 0.44 kN more than “5 plain”, between 0.29 and 0.58 kN with 95 %.",
                  "That is 1.10 times as much (1.06 to 1.14).",
                  "For “7 plain” these breaks rule out a gain above 14 % and one below 7 %."], said(found, "pair")
    turned = study(six, one: "5 plain", against: "7 plain")
    assert_equal said(found, "pair").first(2), said(turned, "pair").first(2)
    assert_equal "less", turned[:pair][:verdict]
  end

  def test_what_is_not_told_apart_says_so_and_what_it_rules_out
    words = said(study(six, one: "5 plain", against: "5 tarred"), "pair")

    assert_match(/\AWhether “5 plain” and “5 tarred” differ cannot be told: \+0\.08 ± 0\.20 kN with 95 %\.\z/, words[0])
    assert_match(/rule out a gain above \d+ % and a loss above \d+ %/, words[1])
  end

  # Nothing broke in one group and the other is scattered over decades: the ratio has no end, and nothing is ruled out.
  def test_where_the_ratio_has_no_end_nothing_is_ruled_out
    none = side("a", [[:at_least, 0.011], [:at_least, 0.0018], [:at_least, 0.22]])
    wide = side("b", [4.95, 735.4, 38.4])
    refute_predicate Compare::PairAnswer.new(none, wide, confidence: 0.95).answer.excluded.high, :finite?

    [[none, wide], [wide, none]].each do |one, other|
      words = study([one, other], one: one.key, against: other.key)[:pair][:sentences].join(" ")
      refute_match(/Infinity|NaN|rule out/, words)
    end
  end

  def test_factors_are_told_with_and_without_bounds_among_the_values
    [six, six(third: [3.1, 3.3, 3.2, 3.5, [:at_least, 3.6]])].each do |sides|
      rows = study(sides)[:effects][:rows].to_h { |row| [row[:name], row] }

      assert_equal "yes", rows.dig("Tucks", :verdict)
      assert_match(/\Ayes: 1\.3\d kN from 3 to 7\z/, rows.dig("Tucks", :text))
      assert_equal "cannot_tell", rows.dig("Line", :verdict)
      assert_equal "cannot_tell", rows.dig("Tucks × Line", :verdict)
    end
  end

  class ByRatios < Compare::Effects
    def complete? = false
  end

  def test_the_ratio_of_likelihoods_is_the_test_of_squares_where_nothing_is_a_bound
    sides = six
    squares = Compare::Effects.new(sides)
    ratios = ByRatios.new(sides)
    main = Compare::Factorial.new(%w[Tucks Line], sides.flat_map do |s|
      s.breaks_si.map { |v| s.levels.transform_values(&:name).merge(value: v) }
    end, interactions: 1).terms.map(&:p)

    main.zip(ratios.rows.map(&:p)) { |want, got| assert_in_epsilon want, got, 1.0e-6 }
    squares.rows.zip(ratios.rows) do |want, got|
      next if want.change.nil?

      assert_in_epsilon want.change.value, got.change.value, 1.0e-6
    end
  end

  def test_three_factors_and_a_combination_that_matters_are_found
    random = Random.new(7)
    sides = [4, 6].product(%w[a b], %w[first last]).map do |rows, thread, order|
      mean = 4 + (0.2 * rows) + (thread == "b" && order == "last" ? 0.9 : 0)
      Compare::Side.of([rows, thread, order].join(" "), observations(Array.new(4) do
        (mean + (0.2 * random.rand)).round(3)
      end),
                       levels: { "Rows" => level(rows.to_s, rows.to_f), "Thread" => level(thread),
                                 "Order" => level(order) })
    end
    rows = study(sides)[:effects][:rows].to_h { |row| [row[:name], row[:verdict]] }

    assert_equal 7, rows.size
    assert_equal %w[yes yes], rows.values_at("Rows", "Thread × Order")
    assert_equal "cannot_tell", rows["Rows × Thread"]
  end

  def test_factors_that_changed_together_are_refused_in_words
    sides = [[3, "plain", [3.1, 3.2]], [7, "tarred", [4.1, 4.2]]].map { |args| cell(*args) }
    effects = study(sides)[:effects]

    assert_empty effects[:rows]
    refute_nil effects[:refusal]
  end

  def test_a_level_curve_flattens_and_says_nothing_beyond
    levels = study(six, one: "5 plain")[:levels]

    assert_nil levels[:refusal]
    assert levels[:flattens]
    assert_equal [3.0, 7.0], levels[:points].map { |p| p[:level] }.minmax
    assert_match(/\+0\.42 kN from 3 to 5 and \+0\.19 kN from 5 to 7: it flattens\. Nothing is said below 3 or above 7/,
                 levels[:sentences].first)
    assert_match(/three levels/, study(six.first(2))[:levels][:refusal])
  end

  def test_a_level_curve_takes_bounds_as_bounds
    sides = [cell(3, "plain", [3.4, 3.6, 3.4]), cell(5, "plain", [4.2, 4.3, 4.1]),
             cell(7, "plain", [4.7, 4.6, [:at_least, 5.0], [:at_least, 5.0]])]
    bounded = study(sides)[:levels][:points].last[:fit_si]
    dropped = study([*sides.first(2), cell(7, "plain", [4.7, 4.6])])[:levels][:points].last[:fit_si]

    assert_operator bounded, :>, dropped
  end

  def test_the_order_has_the_chance_that_drawing_it_often_gives
    sides = [side("a", [4.9, 5.1, 5.2]), side("b", [4.8, 5.0, 4.7, 5.1]), side("c", [4.3, 4.9, 4.5])]
    ranking = Compare::Ranking.new(sides)

    assert_equal(%w[a b c], ranking.places.map { |place| place.side.name })
    assert_in_delta 0.711, ranking.chance_of_order, 0.004 # 200,000 draws gave 0.7111 ± 0.001
    assert_in_delta 0.876, ranking.places.first.chance_above, 0.001
    refute ranking.places.first.apart
  end

  def test_one_piece_each_says_what_it_is_worth
    found = study([side("a", [5.0]), side("b", [5.5])])

    assert_match(/the stronger, by 0\.50 kN\. That it is .* right with 91\.1 % if such pieces scatter by 5 %/,
                 said(found, "pair").first)
    assert_match(/One piece each/, said(found, "ranking")[1])
    assert_equal "cannot_tell", found[:pair][:verdict]
  end

  def test_one_piece_against_many_is_held_to_where_one_more_would_lie
    many = [5.0, 5.1, 4.9, 5.05]
    far, near = [6.0, 5.2].map { |v| study([side("a", [v]), side("b", many)])[:pair][:verdict] }

    assert_equal %w[more cannot_tell], [far, near]
  end

  def test_what_differs_is_said_first_and_what_is_tried_is_not
    slow = side("slow", [5.0, 5.1], rate: 200.0, conditions: { "Condition" => "wet" })
    fast = side("fast", [5.3, 5.2], rate: 400.0, conditions: { "Condition" => "new" })
    mind = study([slow, fast], rates: ->(r) { "#{r / 1000} kN/s" })[:mind]

    assert_includes mind, "“fast” was pulled at 0.4 kN/s, “slow” at 0.2 kN/s."
    assert(mind.any? { |words| words.start_with?("Condition differs: wet (“slow”); new (“fast”)") })
    tried = [["wet", slow], ["new", fast]].map do |name, one|
      one.dup.tap { |s| s.levels = { "State" => level(name) } }.freeze
    end
    assert_empty(study(tried, rates: lambda(&:to_s))[:mind].grep(/Condition/))
  end

  def test_a_claim_about_strength_is_not_answered_by_stiffness
    claim = Core::Rating::Claim.new(value_si: 4000.0, measure: :strength)
    sides = [side("a", [4.4, 4.5, 4.6], claims: [claim]), side("b", [4.0, 4.1])]

    assert_equal ["“a” reaches 1.12 (1.06 to 1.19) of the 4.00 kN claimed, on average."], study(sides)[:claims]
    stiff = study(sides, comparable: Compare::Comparable.find!("stiffness"))
    assert_empty stiff[:claims]
    assert_includes stiff[:mind], "A claim about strength is not answered by stiffness."
  end

  def test_the_first_pull_of_a_piece_is_held_against_its_second
    values = [5.0, 4.8, 5.2, 4.9, 5.1, 4.85].each_with_index.map do |v, i|
      Core::Rating::Observation.checked(counts_as: :break, value_si: v * 1000, specimen: i / 2)
    end
    words = study([Compare::Side.of("a", values), side("b", [4.0, 4.1])])[:paired]

    assert_match(
      /\AThe first pull of a piece carries 0\.25 kN more than the second, between .* by 3 pieces\.\z/, words.first
    )
    assert_empty study([side("a", [5.0, 5.1, 5.2]), side("b", [4.0, 4.1])])[:paired]
  end

  def test_what_comes_out_of_what_goes_in_and_whether_load_or_speed_change_it
    into = [1.0, 2.0, 3.0, 4.0, 5.0]
    falling = into.map { |v| v * (0.95 - (0.02 * v)) }
    found = Compare::EfficiencyWords.call(into, falling, speeds: [1.0, 2.0, 1.0, 2.0, 1.0])

    assert_match(/Out is 0\.8\d+ of in, between/, found[:sentences][0])
    assert_equal ["It falls with the load: by 0.080 from the lowest to the highest.",
                  "Whether it changes with the speed cannot be told."], found[:sentences].drop(1)
    assert_equal 1, Compare::EfficiencyWords.call([1.0, 2.0], [0.9, 1.85])[:sentences].size
    assert_raises(InsufficientData) { Compare::EfficiencyWords.call([1.0], [0.9]) }
  end

  def test_what_a_piece_takes_to_make_turns_the_order
    sides = [side("dear", [5.0, 5.1], cost: 10.0), side("cheap", [4.0, 4.1], cost: 4.0), side("unknown", [9.0, 9.1])]
    worth = study(sides)[:worth]

    assert_equal(%w[cost], worth.map { |w| w[:per] })
    assert_equal(%w[cheap dear], worth.first[:rows].map { |r| r[:name] })
    assert_match(/For its cost “cheap” gives most: 1\.01 kN for each unit of cost/, worth.first[:in_words])
  end

  def test_no_scatter_no_breaks_and_odd_levels_are_refused_and_never_a_fault
    equal = study([cell(3, "plain", [5.0, 5.0]), cell(5, "plain", [6.0, 6.0]), cell(7, "plain", [7.0, 7.0])])
    assert_match(/no group has any scatter/, equal[:effects][:refusal])
    bounds = study([cell(3, "plain", [[:at_least, 5.0]] * 2), cell(5, "plain", [[:at_least, 6.0]] * 2)])
    assert_equal "refused", bounds[:pair][:verdict]
    refute_nil bounds[:effects][:refusal]
    below = study([cell(-2, "plain", [5.0, 5.1]), cell(0, "plain", [6.0, 6.1]), cell(2, "plain", [6.5, 6.6])])
    assert_equal "a straight line", below[:levels][:kind]
    [equal, bounds, below].each { |found| JSON.generate(found) } # no NaN, no infinity
  end

  def test_groups_that_cannot_be_compared_are_refused_in_words
    empty = study([side("a", [5.0, 5.1]), side("b", [])])

    assert_equal "refused", empty[:pair][:verdict]
    assert_match(/no piece of “b” counts yet/, empty[:pair][:sentences].first)
    equal = study([side("a", [5.0, 5.0]), side("b", [6.0, 6.0])])
    assert_match(/no scatter/, equal[:pair][:sentences].first)
    assert_raises(InsufficientData) { study([side("a", [5.0])]) }
  end
end
