# frozen_string_literal: true

require_relative "../../test_helper"

# The day: what fits, what slides, what waits for the next one.
class DayTest < CoreCase
  Plan = MildAnvil::Core::Plan
  Day = Plan::Day
  WORDING = Plan::Wording.new(MildAnvil::Catalogue.units.find("kN"))

  def pulls(count, **rest) = (1..count).map { |n| Day::Pull.new(label: n.to_s, **rest) }
  def day(count = 8, **rest) = Day.new(pulls: pulls(count), minutes_each: 7, **rest)
  def hours(**rest) = Day::Hours.new(**rest)

  # Check 25 and set-up 20 minutes from 07:00, then eight pulls of seven: 08:41.
  def test_a_plain_day_by_hand
    found = day(check_minutes: 25, setup_minutes: 20)

    assert_equal %w[check set-up], found.items.first(2).map(&:kind)
    assert_equal "08:41", Day.clock(found.finish)
    assert_in_delta 101 / 60.0, found.operator_hours, 1e-9
    assert_equal "Done at 08:41. Operator 1 h 41 min.", found.sentence(WORDING)
  end

  # A soak of 12 h from 19:00 the evening before, 30 min to cool: nothing before 07:30.
  def test_what_runs_overnight_is_waited_for
    soak = Day::Conditioning.new(name: "soak", minutes: 720, capacity: 8, cool_minutes: 30, starts: (19 * 60) - 1440)

    assert_equal 450, day(conditioning: [soak]).pulls.first.from
  end

  # An oven for three at a time, one hour each: the fourth piece is ready an hour after the third.
  def test_an_oven_takes_only_so_many
    oven = Day::Conditioning.new(name: "oven", minutes: 60, capacity: 3, cool_minutes: 0, starts: 420)
    found = Day.new(pulls: pulls(4), minutes_each: 7, conditioning: [oven])

    assert_equal(2, found.items.count { |item| item.kind == "conditioning" })
    assert_equal [480, 487, 494, 540], found.pulls.map(&:from)
  end

  def test_one_conditioning_after_the_other
    oven = Day::Conditioning.new(name: "oven", minutes: 60, capacity: 8, cool_minutes: 10, starts: 420)
    soak = Day::Conditioning.new(name: "soak", minutes: 30, capacity: 8, cool_minutes: 0, starts: nil)

    assert_equal 420 + 60 + 10 + 30, day(conditioning: [oven, soak]).pulls.first.from
  end

  # Nothing is begun that would end after hours: 08:00 to 08:30 holds four pulls of seven minutes.
  def test_what_does_not_fit_waits_for_the_morning
    found = day(hours: hours(opens: 480, closes: 510))

    assert_equal [0, 0, 0, 0, 1, 1, 1, 1], found.pulls.map(&:day)
    assert_equal 480 + 1440, found.pulls[4].from
    assert_match(/Done on day 2 at 08:28. 4 on day 1, 4 on day 2/, found.sentence(WORDING))
  end

  # Two benches, one operator: no quicker. Two operators: half the time.
  def test_benches_need_operators
    one, two = [1, 2].map { |n| day(hours: hours(benches: 2, operators: n)).finish }

    assert_equal 420 + 56, one
    assert_equal 420 + 28, two
  end

  def test_no_bench_and_no_operator_does_two_things_at_once
    found = Day.new(pulls: pulls(9), minutes_each: 11, setup_minutes: 20, hours: hours(benches: 2, operators: 2))
    found.items.group_by(&:lane).each_value do |items|
      items.sort_by(&:from).each_cons(2) { |a, b| assert_operator a.to, :<=, b.from }
    end
  end

  # The first two took until 09:00; the rest slides behind them.
  def test_what_slips_moves_what_follows
    made = [[480, 510], [510, 540]]
    list = pulls(2).zip(made).map { |pull, at| Day::Pull.new(label: pull.label, made: at) } + pulls(4).last(2)
    found = Day.new(pulls: list, minutes_each: 7, check_minutes: 25, now: 545)

    assert_equal [480, 510, 545, 552], found.pulls.map(&:from)
    refute(found.items.any? { |item| item.kind == "check" })
  end

  WRONG = { { hours: Day::Hours.new(opens: 600, closes: 500) } => /ends after it begins/,
            { minutes_each: 0 } => /takes some time/,
            { minutes_each: 700 } => /does not fit into the operator's hours/,
            { hours: Day::Hours.new(benches: 0) } => /At least one bench/,
            { conditioning: [Day::Conditioning.new(name: "x", minutes: 1, capacity: 0,
                                                   cool_minutes: 0)] } => /holds at least one/ }.freeze

  def test_impossible_days_are_refused
    WRONG.each do |values, words|
      fault = assert_raises(MildAnvil::InvalidInput) { Day.new(pulls: pulls(1), minutes_each: 7, **values) }

      assert_match(words, fault.message)
    end
    assert_equal "Nothing left to pull.", Day.new(pulls: [], minutes_each: 7).sentence(WORDING)
  end

  def test_minutes_are_learned_from_gaps_and_not_from_pauses
    learned = Plan::LearnedMinutes.from([[0.0, 7.0, 14.0, 300.0, 306.0], [10.0, 10.01, 18.0]])

    assert_in_delta 7.0, learned.minutes
    assert_equal 4, learned.pulls
    assert_match(/fewer than 3 pulls/, Plan::LearnedMinutes.from([[0.0, 5.0]]).sentence)
  end
end
