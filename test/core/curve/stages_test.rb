# frozen_string_literal: true

require_relative "../../test_helper"

# Each stage by itself: what the logger wrote, what is rest, what the machine did.
class StagesTest < CoreCase
  def line(from, to, count) = Array.new(count) { |i| from + ((to - from) * i / count.to_f) }

  def noisy(values, sigma: 1.0, seed: 3)
    random = Random.new(seed)
    values.map { |v| v + (sigma * (random.rand + random.rand + random.rand - 1.5) * 2) }
  end

  # @param hertz [Integer] of the rows
  def recording(forces, travel: nil, hertz: 100, sign: nil)
    axis = Curve::TimeAxis.new(size: forces.size, start_seconds: 0.0, interval_seconds: 1.0 / hertz)
    channels = [Curve::Channel.new(name: "F", role: "force", samples: forces, main: true, sign: sign)]
    channels << Curve::Channel.new(name: "x", role: "displacement", samples: travel) if travel
    Curve::Recording.new(time_axis: axis, channels: channels)
  end

  def baseline(...) = Curve::Baseline.new(Curve::Signal.new(recording(...)))
  def segments(...) = Curve::Segments.new(baseline(...))
  def kinds(...) = segments(...).all.map(&:kind).chunk_while { |a, b| a == b }.map(&:first)

  def test_a_signal_knows_its_sense_its_step_and_its_spikes
    forces = [*[0.0] * 60, *line(0, -500, 1100), *[0.0] * 140].map { |v| (v * 2).round / 2.0 }
    forces[240] += 300
    signal = Curve::Signal.new(recording(forces))

    assert_equal(-1, signal.sense)
    assert_in_delta 0.5, signal.step
    assert_equal [240], signal.spikes
    assert_in_delta 82, signal.values[240], 1
    assert_equal 1159, signal.top
    assert_predicate signal, :frozen?
  end

  # A few wild readings upwards say nothing of a pull that goes down.
  def test_spikes_do_not_turn_the_sense
    forces = [*[0.0] * 300, *line(0, -500, 200), *[0.0] * 60]
    [330, 331, 380, 381].each { |i| forces[i] = 450.0 }

    assert_equal(-1, Curve::Signal.new(recording(noisy(forces))).sense)
  end

  def test_a_rest_is_flat_within_its_noise
    rest = noisy([*[40.0] * 200, *line(40, 1000, 300), *[40.0] * 100])

    assert_in_delta 40.0, baseline(rest).offset_newtons, 0.3
    assert_in_delta 0.0, baseline(rest).drift_newtons, 0.6
  end

  # Begun under load, a few slow readings are no rest, however low they lie.
  def test_a_log_begun_under_load_has_no_rest_before
    begun = noisy([*line(200, 1000, 300), *[10.0] * 100])

    assert_nil baseline(begun).before
    assert_in_delta 10.0, baseline(begun).offset_newtons, 0.6
    assert_nil baseline(noisy(line(200, 1000, 300))).before
  end

  # Tared under load, the cell reads less than its zero when the load is gone.
  def test_a_level_far_above_the_rest_after_is_no_rest
    tared = noisy([*[0.0] * 60, *line(0, 800, 300), *[-220.0] * 100])

    assert_nil baseline(tared).before
    assert_in_delta(-220.0, baseline(tared).offset_newtons, 0.6)
  end

  def test_a_dead_weight_is_steady_and_has_no_rest
    weight = baseline(noisy([500.0] * 300), sign: 1)

    assert_predicate weight, :steady?
    assert_in_delta 0.0, weight.offset_newtons
  end

  def test_what_the_machine_did_is_cut_where_it_changed
    forces = noisy([*[0.0] * 100, *line(0, 1000, 200), *line(1000, 990, 300), *line(990, 2000, 200),
                    *line(2000, 0, 150), *[0.0] * 80])
    travel = [*[0.0] * 100, *line(0, 0.01, 200), *[0.01] * 300, *line(0.01, 0.02, 200), *line(0.02, 0.001, 150),
              *[0.001] * 80]

    assert_equal %i[rest loading standing loading unloading rest], kinds(forces, travel: travel)
    found = segments(forces, travel: travel)
    cuts = found.all.map(&:first)

    [100, 300, 600, 800, 950].each { |place| assert(cuts.any? { |cut| (cut - place).abs <= 4 }, "no cut at #{place}") }
    assert_in_delta 500.0, found.usual.newtons_per_second, 15.0
    assert_in_delta 100_000.0, found.usual.stiffness, 3000.0
  end

  # The same force, held by a machine that stands or sliding while it goes on.
  def test_the_travel_tells_standing_from_sliding
    forces = noisy([*[0.0] * 100, *line(0, 1000, 200), *[1000.0] * 300, 0.0, *[0.0] * 50])
    still = [*[0.0] * 100, *line(0, 0.01, 200), *[0.01] * 351]
    moving = [*[0.0] * 100, *line(0, 0.01, 200), *line(0.01, 0.025, 300), *[0.025] * 51]

    assert_includes kinds(forces, travel: still), :standing
    refute_includes kinds(forces, travel: moving), :standing
    assert_includes kinds(forces, travel: moving), :sliding
    assert_equal 1, segments(forces, travel: still).holds.size
    assert_empty segments(forces, travel: moving).holds
  end

  # Noise that hides a ramp in the force does not hide it in the travel.
  def test_a_hold_in_noise_ends_where_the_travel_says
    forces = noisy([*[0.0] * 200, *line(0, 1000, 600), *[1000.0] * 900, *line(1000, 0, 300), *[0.0] * 100], sigma: 40.0)
    travel = [*[0.0] * 200, *line(0, 0.01, 600), *[0.01] * 900, *line(0.01, 0.0, 300), *[0.0] * 100]
    hold = segments(forces, travel: travel).holds.first

    assert_in_delta 800, hold.first, 6
    assert_in_delta 1700, hold.last, 6
  end

  def test_a_load_taken_off_begins_slowly_and_a_break_does_not
    swing = Array.new(150) { |i| 500 * (1 + Math.cos(Math::PI * i / 150)) }
    decay = Array.new(150) { |i| 1000 * Math.exp(-i / 20.0) }
    up = [*[0.0] * 100, *line(0, 1000, 600)]

    assert_equal 1, segments(noisy([*up, *swing, *[0.0] * 100])).descents.size
    assert_empty segments(noisy([*up, *decay, *[0.0] * 100])).descents
  end

  def test_a_descent_needs_the_travel_to_go_back
    forces = noisy([*[0.0] * 100, *line(0, 1000, 400), *line(1000, 0, 80), *[0.0] * 100])
    back = [*[0.0] * 100, *line(0, 0.02, 400), *line(0.02, 0.004, 80), *[0.004] * 100]
    on = [*[0.0] * 100, *line(0, 0.02, 400), *line(0.02, 0.024, 80), *[0.024] * 100]

    assert_equal 1, segments(forces, travel: back).descents.size
    assert_empty segments(forces, travel: on).descents
  end

  # Told from where their lines cross, between two points of the course.
  def test_a_knee_lies_where_two_lines_cross
    axis = Curve::TimeAxis.new(size: 100, start_seconds: 0.0, interval_seconds: 0.1)
    up = Curve::Segment.new(first: 0, last: 39, start_seconds: 0.2, end_seconds: 3.7, from_newtons: 20.0,
                            to_newtons: 370.0, newtons_per_second: 100.0)
    flat = Curve::Segment.new(first: 40, last: 99, start_seconds: 4.2, end_seconds: 9.7, from_newtons: 410.0,
                              to_newtons: 410.0, newtons_per_second: 0.0)

    assert_equal 41, Curve::Knee.between(up, flat, axis)
    assert_equal 39, Curve::Knee.between(up, flat.dup.tap { |one| one.from_newtons = 390.0 }, axis)
  end

  def test_stages_are_frozen
    found = segments(noisy([*[0.0] * 100, *line(0, 1000, 200), *[0.0] * 50]))

    [found, found.baseline, found.baseline.signal, found.all, *found.all].each { |one| assert_predicate one, :frozen? }
  end
end
