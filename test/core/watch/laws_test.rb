# frozen_string_literal: true

require_relative "../../test_helper"

# Patterns on a chart, laid down so that each rule must see exactly its own.
class WatchLawsTest < CoreCase
  Watch = MildAnvil::Core::Watch
  CALM = [20.1, 19.9, 20.0, 20.2, 19.8, 20.1, 19.9, 20.0, 20.1, 19.9, 20.05, 19.95].freeze

  def chart(values) = Watch::IndividualsChart.new(values)
  def western(values) = Watch::RunRules.western_electric(chart(values))
  def nelson(values) = Watch::RunRules.nelson(chart(values))

  def test_a_calm_chart_flags_nothing
    assert(western(CALM).values.all?(&:empty?))
    assert(nelson(CALM).values.all?(&:empty?))
  end

  def test_one_far_point_is_beyond_three
    assert_equal [13], western([*CALM, 24.0, *CALM])[:beyond_three]
    assert_includes chart([*CALM, 24.0, *CALM]).ranges_beyond, 13
  end

  def test_nine_on_one_side_are_a_shift
    shifted = [*CALM, *([20.2, 20.3, 20.25] * 3), *CALM]

    assert_equal [20, 21, 22], western(shifted)[:eight_on_one_side]
    assert_equal [21, 22], nelson(shifted)[:nine_on_one_side]
  end

  def test_six_rising_are_a_trend
    assert_includes nelson([*CALM, 19.7, 19.8, 19.9, 20.0, 20.1, 20.2, 20.3, *CALM])[:six_rising_or_falling], 18
  end

  def test_fourteen_alternating_are_two_of_something
    assert_operator nelson([20.0, 20.4] * 8)[:fourteen_alternating].size, :>=, 2
  end

  def test_a_unit_changes_no_flag
    values = [*CALM, 24.0, *([20.3] * 9), *CALM]

    assert_equal western(values), western(values.map { |v| v * 224.8 })
  end

  # Upside down the same patterns stand out.
  def test_upside_down_is_the_same
    values = [*CALM, 24.0, 20.3, 20.4, 20.9, *CALM]

    assert_equal western(values), western(values.map { |v| 40 - v })
  end

  def test_a_capability_falls_with_the_limit_and_its_interval_holds_it
    low, high = [19.0, 19.5].map { |limit| Watch::Capability.new(CALM, limit) }

    assert_operator low.overall, :>, high.overall
    from, to = low.interval
    assert_operator from, :<, low.overall
    assert_operator to, :>, low.overall
    assert_operator low.lower_bound, :>, from
    assert_operator low.share_below, :<, high.share_below
  end

  def test_what_has_no_scatter_is_refused
    assert_raises(MildAnvil::InsufficientData) { chart([1.0]) }
    assert_raises(MildAnvil::InsufficientData) { chart([1.0, 1.0, 1.0]) }
    assert_raises(MildAnvil::InsufficientData) { Watch::Capability.new([2.0, 2.0], 1.0) }
  end
end
