# frozen_string_literal: true

require "date"
require_relative "../../test_helper"

# A product morning after morning: its own band, what stands out, what changed, and the order of suspicion.
class CourseTest < CoreCase
  Watch = MildAnvil::Core::Watch
  CALM = [584, 591, 579, 587, 575, 590, 586, 582, 593, 577, 585, 588, 580, 583, 592, 578, 586, 589, 576, 584].freeze

  def test_the_band_is_set_by_the_first_twenty_and_held
    chart = Watch::IndividualsChart.new(CALM.map(&:to_f))
    found = course(CALM + [586, 700, 586])

    assert_in_delta chart.centre, found.chart.centre
    assert_in_delta chart.lower_limit, found.chart.lower_limit
    refute_predicate found, :provisional?
    assert_equal %i[beyond_three], found.patterns.map(&:rule)
    assert_equal [21, 21], found.patterns.first.to_h.values_at(:from, :to)
  end

  def test_with_fewer_it_is_provisional_and_the_newest_value_does_not_set_it
    found = course(CALM.first(10) + [540])

    assert_predicate found, :provisional?
    assert_in_delta Watch::IndividualsChart.new(CALM.first(10).map(&:to_f)).centre, found.chart.centre
    assert_equal [:beyond_three], found.now.map(&:rule)
    assert_nil course(CALM.first(5)).chart
    assert_equal "few", course(CALM.first(5)).state
  end

  def test_falling_six_mornings_is_told_with_how_many
    found = course(CALM + [592, 588, 584, 580, 576, 572])

    assert_includes found.now.map(&:words), "falling six running"
    assert_equal [20, 25], found.now.find { |p| p.rule == :steady }.to_h.values_at(:from, :to)
    refute_includes course(CALM + [592, 588, 584, 580, 576]).now.map(&:rule), :steady
    assert_equal "pattern", found.state
  end

  def test_below_the_limit_is_below_whatever_the_band_says
    found = course([*CALM, 528], limit: 540.0)

    assert_equal "below", found.state
    assert_equal [528.0], found.below.map(&:value)
    refute_predicate course([*CALM, 540], limit: 540.0), :below?
    assert_predicate course(CALM, limit: 565.0), :band_below_limit?
    refute_predicate course(CALM, limit: 500.0), :band_below_limit?
  end

  def test_a_change_of_product_begins_a_band_of_its_own
    rebased = course(CALM + [450, 455, 452, 448, 451, 453, 449], changes: [[20, "new fibre", true]])
    noted = course(CALM + [450, 455, 452, 448, 451, 453, 449], changes: [[20, "new fibre", false]])

    assert_in_delta 451.5, rebased.chart.centre, 1.0
    assert_empty rebased.now
    assert_includes noted.now.map(&:rule), :beyond_three
    assert_equal 20, rebased.from
  end

  def test_what_came_since_a_change_stands_against_what_was_before
    found = course(CALM + [570, 566, 568], changes: [[20, "die 3 changed", false]]).since_change

    assert_equal ["die 3 changed", 3, true], found.values_at(:words, :count, :all_lower)
    assert_in_delta 568.0, found[:since]
    assert_nil course(CALM).since_change
  end

  def test_capability_only_where_it_means_something
    assert_match(/lower limit/, course(CALM).capability.last)
    assert_match(/from 25 breaks on; there are 20/, course(CALM, limit: 500.0).capability.last)
    assert_match(/wanders/, course(CALM + [592, 588, 584, 580, 576, 572], limit: 500.0).capability.last)
    index, = course(CALM + [586, 581, 588, 579, 585], limit: 540.0).capability

    assert_operator index.overall, :>, 1
  end

  def test_all_alike_has_no_band
    found = course([500] * 30, limit: 400.0)

    assert_nil found.chart
    assert_equal "few", found.state
  end

  def test_the_order_of_suspicion_goes_on_only_past_what_is_ruled_out
    assert_equal "process", Watch::Suspicion.open({})
    assert_equal "chain", Watch::Suspicion.open({ "process" => "not_this" })
    assert_equal "process", Watch::Suspicion.open({ "process" => "to_do", "chain" => "not_this" })
    assert_nil Watch::Suspicion.open({ "process" => "not_this", "chain" => "this" })
    assert_nil Watch::Suspicion.open(Watch::Suspicion::STEPS.to_h { |s| [s, "not_this"] })
  end

  def test_everything_low_at_once_speaks_for_the_cell
    asks = ->(low) { Watch::Suspicion.steps(facts(others: { low: low, of: 3 }))[1][:ask] }

    assert_match(/3 of 3 other products .* speaks for the cell/, asks.call(3))
    assert_match(/The 3 other products that day are in their bands/, asks.call(0))
    assert_match(/Nothing is noted/, Watch::Suspicion.steps(facts)[0][:ask])
  end

  def test_a_rota_knows_its_days_and_does_not_scold_before_the_day_is_over
    rota = Watch::Rota.new("12345")
    monday = Date.new(2026, 11, 23)

    assert rota.due?([], monday)
    refute rota.due?([monday], monday)
    refute rota.due?([], monday + 5)
    assert_equal [monday, monday + 2],
                 rota.missed([monday + 1, monday + 3], today: monday + 4, since: monday - 30, days: 4)
    assert_empty rota.missed([], today: monday, since: monday)
    %w[0 8 11 1x].each { |days| assert_raises(MildAnvil::InvalidInput) { Watch::Rota.new(days) } }
  end

  private

  def course(values, limit: nil, changes: [])
    points = values.each_with_index.map { |v, i| Watch::Course::Point.new(id: i, at: i, value: v.to_f, batch: "") }
    made = changes.map { |at, words, rebase| Watch::Course::Change.new(at: at - 0.5, words: words, rebase: rebase) }
    Watch::Course.new(points, limit: limit, changes: made)
  end

  def facts(**given)
    Watch::Suspicion::Facts.new(figures: lambda(&:to_s), day: lambda(&:to_s), batch: "", before: "", **given)
  end
end
