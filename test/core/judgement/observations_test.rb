# frozen_string_literal: true

require_relative "../../test_helper"

class ObservationsTest < CoreCase
  Judgement = MildAnvil::Core::Judgement
  Observations = Judgement::Observations

  def pull(number, feature, counts_as, value = nil, order: number, **rest)
    Observations::Pull.new(id: number, number: number, feature: feature, specimen: feature, order: order,
                           counts_as: counts_as,
                           value_si: value, **rest)
  end

  def states(*pulls, **given) = Observations.of(pulls, **given).map(&:state)
  def sample(*pulls, **given) = Observations.sample(Observations.of(pulls, **given))

  def test_a_pull_again_replaces_the_earlier_at_least
    pulls = [pull(1, 1, "at_least", 7400.0), pull(2, 1, "break", 8900.0), pull(3, 2, "break", 8100.0)]

    assert_equal %w[superseded counted counted], states(*pulls)
    assert_equal [8900.0, 8100.0], sample(*pulls).breaks_si
    assert_match(/failed in pull 2: a failure is final/, Observations.of(pulls).first.reason)
  end

  def test_a_failure_is_final_whenever_it_was_entered
    assert_equal %w[counted superseded], states(pull(1, 1, "break", 8000.0), pull(2, 1, "at_least", 9000.0))
    assert_equal %w[superseded counted],
                 states(pull(1, 1, "at_least", 9000.0, order: 5), pull(2, 1, "break", 8000.0, order: 3))
  end

  def test_the_last_in_time_stands_where_nothing_failed
    placed = Observations.of([pull(1, 1, "at_least", 9000.0, order: 9), pull(2, 1, "at_least", 8000.0, order: 4)])

    assert_equal %w[counted superseded], placed.map(&:state)
    assert_match(/pull 1 of the same feature/, placed.last.reason)
  end

  def test_voids_stay_drawn_and_what_waits_says_so
    pulls = [pull(1, 1, "at_least", 7400.0), pull(2, 1, "void", 100.0), pull(3, 2, nil), pull(4, 3, "not_loaded")]

    assert_equal %w[counted void unjudged not_loaded], states(*pulls)
    assert_equal %i[at_least void], sample(*pulls).observations.map(&:counts_as)
  end

  def test_a_fresh_pull_goes_before_a_preloaded_one_where_those_are_left_out
    pulls = [pull(1, 1, "at_least", 7400.0), pull(2, 1, "break", 8900.0, preload_si: 7400.0)]

    assert_equal %w[superseded counted], states(*pulls)
    assert_equal %w[counted superseded], states(*pulls, fresh_first: true)
    assert_predicate sample(*pulls).observations.first, :preloaded?
  end

  def test_preloaded_means_more_than_half_of_the_final_value
    preloaded = Judgement::LoadHistory.method(:preloaded?)

    assert preloaded.call(5001.0, 10_000.0)
    refute preloaded.call(5000.0, 10_000.0)
    refute preloaded.call(nil, 10_000.0)
    refute preloaded.call(5000.0, nil)
  end
end

class LoadHistoryTest < CoreCase
  Load = MildAnvil::Core::Judgement::LoadHistory::Load

  def load(pull, at, value, feature: 1, specimen: 1, counts: true, order: pull)
    Load.new(feature: feature, specimen: specimen, at: at, order: order, value_si: value, pull: pull, counts: counts)
  end

  def before(loads, pull, shared: true)
    MildAnvil::Core::Judgement::LoadHistory.new(loads, shared: shared).before(pull)&.value_si
  end

  def test_the_highest_before_it_in_time
    loads = [load(1, 10, 7.0), load(2, 20, 5.0), load(3, 30, 9.0)]

    assert_equal([nil, 7.0, 7.0], loads.map { |l| before(loads, l) })
    assert_nil before([load(1, 10, 7.0), load(2, 5, 5.0)], load(2, 5, 5.0)) # entered second, pulled first
  end

  def test_one_moment_goes_by_the_order_of_entry
    loads = [load(1, 10, 7.0), load(2, 10, 5.0)]

    assert_equal([nil, 7.0], loads.map { |l| before(loads, l) })
  end

  def test_what_counts_for_nothing_loaded_nothing
    assert_nil before([load(1, 10, 30.0, counts: false)], load(2, 20, 8.0, feature: 2))
  end

  def test_a_sibling_is_loaded_only_where_loads_go_through_the_piece
    loads = [load(1, 10, 7.0, feature: 1), load(2, 20, 5.0, feature: 2)]

    assert_equal 7.0, before(loads, loads.last)
    assert_nil before(loads, loads.last, shared: false)
  end
end
