# frozen_string_literal: true

require_relative "../../test_helper"

# When a long test is read, what was missed, between which readings a limit was passed, and gas under water.
class ScheduleTest < CoreCase
  Endurance = MildAnvil::Core::Endurance

  def test_places_of_stretches_go_on_from_each_other
    assert_equal [1.0, 2.0, 4.0, 6.0, 16.0], schedule([1, 2], [2, 6], [10, 20]).places.first(5)
    assert_in_delta 20.0, schedule([1, 2], [2, 6], [10, 20]).last
  end

  def test_the_next_place_is_the_first_that_nobody_came_near
    plan = schedule([1, 4])

    assert_in_delta 1.0, plan.next_after([])
    assert_in_delta 2.0, plan.next_after([1.05])
    assert_in_delta 3.0, plan.next_after([1.0, 1.7]) # read a little early is read
    assert_in_delta 2.0, plan.next_after([1.0, 1.5])
    assert_nil plan.next_after([4.0])
  end

  def test_what_nobody_read_is_a_gap_once_its_next_place_has_come
    plan = schedule([1, 5])

    assert_equal [3.0], plan.missed([1.0, 2.0, 4.0], 4.2)
    assert_empty plan.missed([1.0, 2.0], 3.4) # the third may still be read
    assert_equal [1.0, 2.0, 3.0, 4.0], plan.missed([], 4.9)
  end

  def test_schedules_that_lead_nowhere_are_refused_in_words
    [[[0, 5]], [[-1, 5]], [[1, 5], [1, 5]], [[Float::NAN, 5]], [[1, Float::INFINITY]]].each do |stretches|
      assert_match(/step above 0/, assert_raises(MildAnvil::InvalidInput) { schedule(*stretches) }.message)
    end
    assert_match(/more than 5000/, assert_raises(MildAnvil::InvalidInput) { schedule([0.001, 100]) }.message)
    assert_match(/at least one/, assert_raises(MildAnvil::InvalidInput) { schedule }.message)
  end

  def test_a_limit_is_passed_between_two_readings_and_not_at_a_moment
    found = Endurance::Crossing.find([1, 2, 5, 9], [0.1, 0.9, 1.0, 1.2], 1.0)

    assert_equal [5, 9], found.to_a
    assert_nil Endurance::Crossing.find([1, 2], [0.1, 1.0], 1.0)
    assert_equal [nil, 1], Endurance::Crossing.find([1, 2], [2.0, 3.0], 1.0).to_a
    assert_equal [1, 2], Endurance::Crossing.find([1, 2], [0.95, 0.8], 0.9, way: :down).to_a
    assert_equal({ low: 0.1, high: 0.9 }, Endurance::Crossing.at([1, 3], [0.1, 0.9], 2))
    assert_equal({ value: 0.9 }, Endurance::Crossing.at([1, 3], [0.1, 0.9], 3))
  end

  # By hand: 391.2 N · (100 960 + 1025 · 9.80665 · 6.1) / (101 320 + 1025 · 9.80665 · 6.0) · 291.55 / 290.05
  #        = 391.2 N · 162 276.1 / 161 630.9 · 1.005172 = 394.79 N
  def test_buoyancy_worked_by_hand
    first = conditions(101_320.0, 6.0, 18.4)
    now = conditions(100_960.0, 6.1, 16.9)

    assert_in_delta 394.79, Endurance::Buoyancy.to_first(391.2, now: now, first: first, density: 1025.0), 0.01
    assert_in_delta 391.2, Endurance::Buoyancy.to_first(391.2, now: first, first: first)
  end

  def test_a_gauge_pressure_and_a_kelvin_are_told_apart_from_what_is_asked
    sound = conditions(101_320.0, 6.0, 18.4)
    { conditions(0.0, 6.0, 18.0) => /absolute/, conditions(60_000_0.0, 6.0, 18.0) => /absolute/,
      conditions(101_000.0, 6.0, 291.5) => /Celsius/, conditions(101_000.0, -1.0, 18.0) => /above the water/ }
      .each do |wrong, words|
      error = assert_raises(MildAnvil::InvalidInput) { Endurance::Buoyancy.to_first(1.0, now: wrong, first: sound) }
      assert_match(words, error.message)
    end
  end

  # Dixon and Mood by hand: 7 of 16 broke, at 20 (1), 22 (4), 24 (2): from 18 in steps of 2 i = 1, 2, 3.
  # N 7, A 1 + 8 + 6 = 15, B 1 + 16 + 18 = 35: mean 18 + 2(15/7 − 1/2) = 21.29, s 1.62 · 2 · ((7·35 − 225)/49 + 0.029)
  def test_the_up_and_down_formula_by_hand
    drops = [[18, 0], [20, 0], [22, 1], [20, 0], [22, 0], [24, 1], [22, 1], [20, 0], [22, 1], [20, 1], [18, 0], [20, 0],
             [22, 1], [20, 0], [22, 0], [24, 1]].map { |j, b| Endurance::Staircase::Drop.new(joules: j, broke: b == 1) }
    found = Endurance::Staircase.new(drops).dixon_mood

    assert_in_delta 21.2857, found[:mean], 0.001
    assert_in_delta 1.62 * 2 * ((20.0 / 49) + 0.029), found[:deviation], 0.001
  end

  def test_drops_that_say_too_little_say_why
    all = ->(*pairs) { Endurance::Staircase.new(pairs.map { |j, b| Endurance::Staircase::Drop.new(joules: j, broke: b) }) }

    assert_match(/at least 2/, assert_raises(MildAnvil::InsufficientData) { all.call([10, true], [9, false]) }.message)
    error = assert_raises(MildAnvil::InsufficientData) { all.call([10, false], [11, false], [12, true], [13, true]) }
    assert_match(/between 11 J and 12 J/, error.message)
    error = assert_raises(MildAnvil::InsufficientData) { all.call([10, true], [11, true], [12, false], [13, false]) }
    assert_match(/no energy can be named/, error.message)
  end

  def test_life_at_one_load_has_no_line
    pieces = Array.new(4) { |i| Endurance::Life::Piece.new(load: 5.0, cycles: 1000 + i, failed: true) }

    assert_match(/at one/, assert_raises(MildAnvil::InsufficientData) { Endurance::Life.new(pieces) }.message)
  end

  private

  def schedule(*stretches) = Endurance::Schedule.new(stretches.map { |every, til| { every: every, until: til } })

  def conditions(pascal, metres, celsius)
    Endurance::Buoyancy::Conditions.new(pascal: pascal, metres: metres, celsius: celsius)
  end
end
