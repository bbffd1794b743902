# frozen_string_literal: true

require_relative "../../test_helper"

# The limits of the rules by which stretches get their kinds, and holds, descents and steps are told: just inside, and
# just outside.
class LimitsOfStagesTest < CoreCase
  PEAK = 1000.0

  # A stretch of its own length from one force to another, in seconds, newtons and metres; 100 rows a second.
  def stretch(from, to, seconds, metres: nil, noise: 0.1, at: 0.0, noise_metres: 1e-6)
    Curve::Segment.new(first: (at * 100).round, last: ((at + seconds) * 100).round - 1, start_seconds: at,
                       end_seconds: at + seconds, from_newtons: from.to_f, to_newtons: to.to_f,
                       newtons_per_second: (to - from) / seconds.to_f, metres_per_second: metres && (metres / seconds),
                       noise_newtons: noise, noise_metres: metres && noise_metres)
  end

  # One after the other; each is [from, to, seconds, metres].
  def course(*parts)
    at = 0.0
    parts.map do |from, to, seconds, metres|
      stretch(from, to, seconds, metres: metres, at: at).tap { at += seconds }
    end
  end

  def kinds(*parts) = Curve::Kinds.new(course(*parts), PEAK).call.map(&:kind)

  UP = [0, 1000, 10, 0.01].freeze # 100 N/s, 1 mm/s
  OFF = [1000, 0, 2, -0.0099].freeze

  def held(change, seconds, metres) = kinds(UP, [1000, 1000 + change, seconds, metres], OFF)[1]

  def test_the_machine_stands_where_force_and_travel_hardly_change
    assert_equal :standing, held(-10, 10, 0.0)
    assert_equal :standing, held(48, 10, 0.0)
    refute_equal :standing, held(53, 10, 0.0), "it rises by more than 5 %"
    assert_equal :standing, held(-24, 1, 0.0001)
    assert_equal :sliding, held(-24, 1, 0.00021), "the travel goes on by more than a fifth"
    refute_equal :standing, held(-26, 1, 0.0001), "it falls faster than a quarter of the loading"
  end

  def test_a_travel_that_proves_it_allows_a_steeper_sag
    assert_equal :standing, held(-58, 1, 0.00004)
    refute_equal :standing, held(-58, 1, 0.00006)
    refute_equal :standing, held(-62, 1, 0.00004)
    refute_equal :standing, held(-280, 20, 0.0), "it loses more than a quarter"
  end

  def test_a_fall_is_an_unloading_if_the_travel_goes_back
    back = ->(metres) { kinds(UP, [1000, 500, 1, metres], [500, 500, 5, 0.0])[1] }

    assert_equal :unloading, back.call(-0.00042)
    assert_equal :falling, back.call(-0.00038)
    assert_equal :falling, back.call(0.001)
  end

  def test_without_a_travel_a_fall_is_an_unloading_if_it_is_no_faster_than_a_hand
    down = ->(seconds) { kinds([0, 1000, 10], [1000, 500, seconds], [500, 500, 5])[1] }

    assert_equal :unloading, down.call(0.21)
    assert_equal :falling, down.call(0.19)
  end

  def test_rest_is_below_two_per_cent
    assert_equal :rest, kinds([0, 19, 5], [19, 1000, 10], [1000, 0, 1])[0]
    refute_equal :rest, kinds([0, 21, 5], [21, 1000, 10], [1000, 0, 1])[0]
  end

  def test_the_usual_pace_is_of_the_rising_stretches_counted_by_how_far_they_rose
    pace = Curve::Kinds.new(course([0, 300, 1, 0.01], [300, 1000, 7, 0.014], [1000, 0, 1, -0.01]), PEAK).usual

    assert_in_delta 100.0, pace.newtons_per_second
    assert_in_delta 0.002, pace.metres_per_second
    assert_in_delta 50_000.0, pace.stiffness
    assert_predicate Curve::Pace.new(100.0, nil).stiffness, :infinite?
  end

  Held = Curve::Holds::Held
  AXIS = Curve::TimeAxis.new(size: 10_000, start_seconds: 0.0, interval_seconds: 0.01)

  def steps(levels, each: 10.0, gap: 2.0)
    levels.each_with_index.map do |level, i|
      first = (i * (each + gap) * 100).round
      Held.new(first: first, last: first + (each * 100).round, level: level.to_f)
    end
  end

  def staircase?(levels, ends: [0.0, 0.0], **given)
    Curve::Staircase.found?(steps(levels, **given), AXIS, ends)
  end

  def test_masses_hung_and_taken_off_are_a_staircase
    assert staircase?([100, 200, 300, 200, 100])
    refute staircase?([100, 200, 200, 100]), "four levels are too few"
    refute staircase?([100, 200, 300, 400, 500], ends: [0.0, 500.0]), "never down again"
    refute staircase?([100, 200, 300, 200, 196]), "the last step is none, and the end falls too far"
    assert staircase?([100, 200, 300, 200, 100], each: 4.0, gap: 5.0)
    refute staircase?([100, 200, 300, 200, 100], each: 3.0, gap: 6.0), "hardly held"
  end

  def test_a_break_or_one_great_step_makes_no_staircase
    assert staircase?([100, 200, 300, 250, 148], ends: [0.0, 0.0])
    refute staircase?([100, 200, 300, 400, 390], ends: [0.0, 0.0]), "it broke at the top"
    refute staircase?([500, 510, 500, 515, 505], ends: [0.0, 495.0]), "a load that wanders"
  end

  def pull(*parts, travel: true)
    forces = parts.flat_map { |from, to, rows| Array.new(rows) { |i| from + ((to - from) * i / rows.to_f) } }
    ways = parts.flat_map do |_, _, rows, from, to|
      Array.new(rows) do |i|
        from.to_f + ((to.to_f - from.to_f) * i / rows)
      end
    end
    random = Random.new(8)
    channels = [Curve::Channel.new(name: "F", role: "force", samples: forces.map do |f|
      f + random.rand - 0.5
    end, main: true)]
    channels << Curve::Channel.new(name: "x", role: "displacement", samples: ways) if travel
    axis = Curve::TimeAxis.new(size: forces.size, start_seconds: 0.0, interval_seconds: 0.01)
    Curve::Segments.new(Curve::Baseline.new(Curve::Signal.new(Curve::Recording.new(time_axis: axis,
                                                                                   channels: channels))))
  end

  REST = [0, 0, 200, 0, 0].freeze
  LOAD = [0, 1000, 1000, 0, 0.01].freeze

  def test_a_hold_lasts_two_seconds
    hold = ->(rows) { pull(REST, LOAD, [1000, 1000, rows, 0.01, 0.01], [1000, 0, 300, 0.01, 0.0], REST).holds.size }

    assert_equal [1, 0], [hold.call(206), hold.call(190)]
  end

  def test_a_load_taken_off_loses_half_of_itself_and_begins_above_a_tenth
    off = ->(to) { pull(REST, LOAD, [1000, to, 300, 0.01, 0.004], [to, to, 400, 0.004, 0.004]).descents.size }
    low = lambda do |from|
      drop = [1000, from, 1, 0.01, 0.01]
      pull(REST, LOAD, drop, [from, from, 300, 0.01, 0.02], [from, 0, 200, 0.02, 0.019], REST).descents.size
    end

    assert_equal [1, 0], [off.call(480), off.call(520)]
    assert_equal [1, 0], [low.call(110), low.call(90)]
  end

  # So much fallen in so many rows, and what the travel did meanwhile; 1 mm is what 100 N need.
  def kind_of_fall(rows, metres, drop: 150)
    low = 1000 - drop
    pull(REST, LOAD, [1000, low, rows, 0.01, 0.01 + metres], [low, 1400, drop + 400, 0.01 + metres, 0.02 + metres],
         [1400, 0, 2, 0.02, 0.02], REST).falls.first.kind
  end

  def test_falls_are_told_by_time_and_travel
    assert_equal :failure, kind_of_fall(4, 0.0)
    assert_equal :sliding, kind_of_fall(60, 0.001)
    assert_equal :softening, kind_of_fall(900, 0.009)
    assert_equal :unloading, kind_of_fall(60, -0.0012)
  end
end
