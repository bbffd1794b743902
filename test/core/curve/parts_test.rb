# frozen_string_literal: true

require_relative "../../test_helper"

# What the findings stand on: turning points, falls, holds, cycles, spikes, lines.
class CurvePartsTest < CoreCase
  def analysis(forces, travel: nil, interval: 0.02)
    Curve::Analysis.new(recording(forces, interval: interval, travel: travel))
  end

  def line(from, to, count) = Array.new(count) { |i| from + ((to - from) * (i + 1) / count.to_f) }
  def noisy(forces, size = 1.0, seed: 5) = Random.new(seed).then { |r| forces.map { |f| f + r.rand(-size..size) } }

  def test_turning_points_alternate_and_skip_what_is_smaller_than_the_gate
    values = [0.0, 10.0, 9.5, 12.0, 3.0, 3.4, 3.1, 8.0, 0.0]

    [[1.0, [[0, -1], [3, 1], [4, -1], [7, 1], [8, -1]]], [6.0, [[0, -1], [3, 1], [8, -1]]],
     [20.0, []]].each do |gate, expected|
      assert_equal expected, PackedSearch.turns(Packed.pack(values), gate)
    end
  end

  def test_a_long_curve_turns_by_more_than_the_gate_each_time
    long = Array.new(250_000) { |i| (Math.sin(i / 9000.0) * 1000) + (i % 7) }
    turns = PackedSearch.turns(Packed.pack(long), 500.0)

    assert_equal 11, turns.size # nine bends, the start and the end
    turns.each_cons(2) do |(a, kind), (b, other)|
      assert_operator kind * (long[a] - long[b]), :>, 500.0, "#{a} #{b} #{other}"
    end
  end

  def falls(forces, travel) = analysis([*[0.0] * 50, *forces], travel: [*[0.0] * 50, *travel]).falls

  # kind => what the force and the displacement do after a ramp to 1000 N over 10 mm
  FALLS = {
    failure: [[700.0, 1], [0.0000, 1]],
    sliding: [[700.0, 40], [0.0040, 40]],
    unloading: [[300.0, 60], [-0.0068, 60]],
    relaxation: [[930.0, 200], [0.0, 200]]
  }.freeze

  FALLS.each do |kind, ((to, count), (way, _))|
    define_method("test_a_#{kind}_is_told_by_what_the_displacement_does") do
      forces = noisy([*line(0, 1000, 250), *line(1000, to, count), *line(to, 1500, 200)])
      travel = [*line(0, 0.01, 250), *line(0.01, 0.01 + way, count), *line(0.01 + way, 0.02 + way, 200)]

      assert_equal kind, falls(forces, travel).first.kind
      assert falls(forces, travel).first.recovers
    end
  end

  def holds(forces, travel: nil)
    analysis(noisy([*[0.0] * 60, *forces]), travel: travel && [*[0.0] * 60, *travel]).holds
  end

  def test_a_held_force_is_found_with_its_ends
    found = holds([*line(0, 1000, 200), *line(1000, 990, 300), *line(990, 2000, 200), *line(2000, 0, 60)]).first

    assert_in_delta 260, found.first, 12
    assert_in_delta 560, found.last, 12
    assert_in_delta 995, found.level, 5
  end

  def test_a_slow_ramp_is_no_hold
    assert_empty holds(line(0, 1000, 4000))
  end

  # Flowing under a level force is no hold: the displacement goes on.
  def test_a_flowing_force_is_no_hold
    forces = [*line(0, 1000, 200), *line(1000, 1005, 300), *line(1005, 0, 20)]
    moving = [*line(0, 0.01, 200), *line(0.01, 0.03, 300), *[0.03] * 20]
    still = [*line(0, 0.01, 200), *line(0.01, 0.0101, 300), *[0.0101] * 20]

    assert_empty holds(forces, travel: moving)
    assert_equal 1, holds(forces, travel: still).size
  end

  def test_steps_up_and_down_are_a_staircase_and_a_pull_is_none
    steps = [2000, 4000, 6000, 4000, 2000, 0].each_cons(2).flat_map { |a, b| [*[a.to_f] * 200, *line(a, b, 20)] }

    assert_predicate analysis(noisy([*[0.0] * 100, *line(0, 2000, 20), *steps, *[0.0] * 100])), :staircase?
    refute_predicate analysis(noisy([*[0.0] * 100, *line(0, 2000, 300), *[0.0] * 100])), :staircase?
  end

  def test_cycles_need_to_be_alike
    alike = Array.new(5) { [*line(0, 800, 50), *line(800, 0, 50)] }.flatten
    growing = (1..4).flat_map { |i| [*line(0, 500 * i, 50), *line(500 * i, 0, 50)] }

    assert_equal 5, analysis(noisy([*[0.0] * 50, *alike, *line(0, 3000, 200), *[0.0] * 50])).cycles.count
    assert_nil analysis(noisy([*[0.0] * 50, *growing, *[0.0] * 50])).cycles
  end

  def spikes(forces) = Curve::Spikes.find(forces, noise: 1.0)

  def test_one_or_two_rows_out_and_back_are_spikes_and_three_are_none
    ramp = line(0, 1000, 200)
    one = ramp.dup.tap { |f| f[120] += 300 }
    two = ramp.dup.tap { |f| [120, 121].each { |i| f[i] += 300 } }

    assert_equal [120], spikes(one)
    assert_equal [120, 121], spikes(two)
    assert_empty spikes(ramp.dup.tap { |f| [120, 121, 122].each { |i| f[i] += 300 } })
    assert_equal [77], spikes(ramp.dup.tap { |f| f[77] = 0.0 })
  end

  # A force comes back from a slip no faster than it is loaded; back at once, it never was away.
  def test_two_low_rows_are_a_dip_if_the_force_comes_back_as_it_is_loaded
    ramp = line(0, 1000, 200)
    dip = [*line(0, 500, 100), 340.0, 345.0, *line(350, 1000, 130)]

    assert_equal [77, 78], spikes(ramp.dup.tap { |f| [77, 78].each { |i| f[i] -= 300 } })
    assert_empty spikes(dip)
  end

  # What ordinary noise makes of half a million rows, at every steepness.
  def test_noise_makes_no_spikes
    random = Random.new(5)
    [0.0, 0.02, 3.0].each do |slope|
      forces = Array.new(150_000) do |i|
        (slope * i) + (Math.sqrt(-2 * Math.log(1 - random.rand)) * Math.cos(6.2832 * random.rand))
      end

      assert_empty spikes(forces), slope
    end
  end

  def test_a_swing_of_few_rows_is_no_row_of_spikes
    assert_empty spikes(Array.new(4000) { |i| 500 + (400 * Math.sin(i * 1.9)) })
    assert_empty spikes(Array.new(4000) { |i| 500 + (400 * ((i % 4) - 1.5).abs) })
  end

  def test_a_spike_is_replaced_by_what_stands_beside_it
    assert_equal [1.0, 2.0, 3.0, 4.0, 5.0], Curve::Spikes.without([1.0, 2.0, 90.0, 80.0, 5.0], [2, 3])
  end

  def test_a_break_is_no_spike
    assert_empty spikes([*line(0, 1000, 200), 0.0, 0.0, 0.0])
  end

  # Sums of buckets give the line that all the points give.
  def test_a_line_from_buckets_is_the_line_through_the_points
    points = Array.new(90) { |i| [i * 0.1, 3 + (i * 0.25) + Math.sin(i)] }
    sums = Curve::LineSums.new(*points.transpose.map do |values|
      Packed.pack(values)
    end, [*0...90], PackedSearch::Buckets.new(3.0, 3.0, 9))
    whole = Curve::LeastSquaresLine.through(points.map(&:first), points.map(&:last))
    added = sums.line(0..8)

    assert_in_delta whole.slope, added.slope, 1e-10
    assert_in_delta whole.intercept, added.intercept, 1e-9
    assert_in_delta whole.r_squared, added.r_squared, 1e-10
    assert_nil sums.line(8..8)
    assert_nil Curve::LineSums.new("", "", [], PackedSearch::Buckets.new(0.0, 1.0, 3)).line(0..2)
  end

  def test_the_first_loading_leaves_loops_out
    forces = noisy([*[0.0] * 50, *line(0, 600, 100), *line(600, 100, 60), *line(100, 1000, 150), 0.0, 0.0])
    branch = analysis(forces).virgin_branch.indices

    assert(branch.none? { |i| i.between?(160, 205) })
    assert_includes branch, 120
    assert_includes branch, 340
  end

  def test_a_travel_counts_forwards_whatever_its_sign
    back = Curve::Channel.new(name: "x", role: "displacement", samples: [0.0, -1.0, Float::NAN, -3.0])
    travel = Curve::Travel.new(back, 3)

    assert_in_delta 3.0, travel.from(0, 3)
    assert_in_delta 1.0, travel[2] # the last one stands where none was written
  end

  def test_the_usual_rates_are_those_of_the_ramps
    forces = noisy([*[0.0] * 200, *line(0, 1000, 200), *[1000.0] * 400, *line(1000, 2000, 200), *[0.0] * 50])
    travel = [*[0.0] * 200, *line(0, 0.01, 200), *[0.01] * 400, *line(0.01, 0.02, 200), *[0.02] * 50]
    found = analysis(forces, travel: travel)

    assert_in_delta 250.0, found.loading_rate, 8.0
    assert_in_delta 0.0025, found.travel_rate, 0.0001
    assert_in_delta 100_000.0, found.segments.usual.stiffness, 6000.0
  end

  # What Break and Peak ask of an analysis, by hand: one sample more or less decides.
  Asked = Struct.new(:clean, :peak_index, :falls, :descents, :time_axis, :noise_newtons, :sigma_newtons, :conditions,
                     keyword_init: true) do
    def of(_) = conditions
    def step_newtons = nil
  end

  def asked(clean, **rest)
    axis = recording(clean, interval: 0.002).time_axis
    Asked.new(clean: clean, peak_index: 0, falls: [], descents: [], time_axis: axis, noise_newtons: 1.0,
              sigma_newtons: 10.0, conditions: [], **rest)
  end

  # It declines by 3.5 σ a sample before it breaks: that is the fall already; by 2.5 σ it is not.
  def test_a_fall_begins_where_it_leaves_the_noise_by_three_deviations
    start = lambda do |step|
      decline = Array.new(6) { |i| 1000.0 - (step * i) }
      Curve::Findings::Break.send(:start_of_fall, asked([*decline, 550.0, 280.0, 10.0]), 7)
    end

    assert_equal 0, start.call(35.0)
    assert_equal 4, start.call(25.0) # the sample before the steep one
  end

  # From 35 to 15 % in one sample, while it was taken down: carried until it was let go, whichever sample it is.
  def test_what_was_carried_below_the_limit_until_it_was_let_go_did_not_break
    let_go = [Struct.new(:first) { def cover?(index) = index >= first }.new(5)]
    carried = lambda { |gone|
      Curve::Findings::Break.send(:carries_on?, asked([1000.0, 900.0, 700.0, 500.0, 350.0, 150.0],
                                                      descents: let_go), gone)
    }

    assert carried.call(4)
    refute carried.call(5)
  end

  # A cell that freezes at the next reading may have missed the peak; two readings later it did not.
  def test_a_cell_that_fails_right_after_the_peak_bounds_it
    bounds = lambda do |from|
      frozen = Curve::Finding.new(kind: :frozen, at_seconds: 0.0, force_newtons: 0.0, because: "",
                                  extra: { sample: from, last_sample: from + 9 })
      Curve::Findings::Peak.send(:faults, asked([1.0], conditions: [frozen]), 20).any?
    end

    assert_equal([true, true, false], [20, 21, 22].map { |from| bounds.call(from) })
  end
end
