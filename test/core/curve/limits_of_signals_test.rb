# frozen_string_literal: true

require_relative "../../test_helper"

# The limits of the rules on single samples: spikes, full cells, frozen displays, gaps.
class LimitsOfSignalsTest < CoreCase
  def ramp(rows, per_row = 1.0) = Array.new(rows) { |i| i * per_row }
  def spikes(forces, noise: 1.0, step: 0.0) = Curve::Spikes.find(forces, noise: noise, step: step)

  def test_a_spike_is_beyond_the_noise_the_range_and_the_display
    off = lambda do |height, slope: 0.1, **given|
      spikes(ramp(300, slope).tap { |f| f[150] += height }, **given).size
    end

    assert_equal [1, 0], [off.call(9.0), off.call(7.0)], "eight sigma"
    assert_equal [1, 0], [off.call(0.32, slope: 0.05, noise: 0.01), off.call(0.14, slope: 0.05, noise: 0.01)],
                 "a hundredth of the range"
    assert_equal [1, 0], [off.call(16.0, step: 5.0), off.call(14.0, step: 5.0)], "three steps"
  end

  def test_the_rows_beside_a_spike_agree
    beside = ->(off) { spikes(ramp(300).tap { |f| f[150] += 60.0 and (151...300).each { |i| f[i] += off } }).size }

    assert_equal [1, 0], [beside.call(14.0), beside.call(30.0)]
  end

  def test_a_corner_is_no_spike_however_sharp
    assert_empty spikes([*ramp(150, 8.0), *ramp(150, 8.0).reverse])
    assert_empty spikes([*ramp(150, 8.0), *ramp(150, 8.0).reverse].map(&:-@))
  end

  def test_dips_below_a_full_cell_are_its_noise_and_one_is_a_spike
    full = [*ramp(100, 10.0), *[1000.0] * 200]

    assert_equal [150], spikes(full.dup.tap { |f| f[150] -= 60 })
    assert_equal 2, spikes(full.dup.tap { |f| [150, 180].each { |i| f[i] -= 60 } }).size
    assert_empty spikes(full.dup.tap { |f| [150, 180, 210].each { |i| f[i] -= 60 } })
  end

  def conditions(forces, travel: nil, stamps: nil)
    axis = if stamps
             Curve::TimeAxis.from(stamps)
           else
             Curve::TimeAxis.new(size: forces.size, start_seconds: 0.0,
                                 interval_seconds: 0.02)
           end
    channels = [Curve::Channel.new(name: "F", role: "force", samples: forces, main: true)]
    channels << Curve::Channel.new(name: "x", role: "displacement", samples: travel) if travel
    Curve::Analysis.new(Curve::Recording.new(time_axis: axis, channels: channels)).findings.group_by(&:kind)
  end

  def rough(values, sigma, step)
    random = Random.new(6)
    values.map { |v| ((v + (sigma * (random.rand + random.rand + random.rand - 1.5) * 2)) / step).round * step }
  end

  # A rest, a load, so many equal readings while it goes on, and on from there.
  def with_equal(rows, sigma: 2.0, step: 0.5, jump: 0.0)
    forces = rough([*[0.0] * 100, *ramp(400, 2.0), *Array.new(400) do |i|
      800.0 + jump + (i * 2.0)
    end, *[0.0] * 60], sigma, step)
    (480...(480 + rows)).each { |i| forces[i] = forces[480] }
    forces
  end

  def test_a_display_that_noise_should_move_is_frozen_after_a_quarter_second
    assert conditions(with_equal(16))[:frozen]
    refute conditions(with_equal(11))[:frozen]
    assert_match(/16 times/, conditions(with_equal(16))[:frozen][0].because)
  end

  # Coarse steps repeat themselves; only the leap afterwards says that the display had stood.
  def test_a_coarse_display_is_frozen_if_it_leaps_when_it_goes_on
    forces = rough([*[0.0] * 100, *ramp(900, 1.0), *[0.0] * 60], 0.0, 10.0)
    frozen = forces.dup.tap { |f| (400...460).each { |i| f[i] = f[400] } }

    refute conditions(forces)[:frozen]
    assert conditions(frozen)[:frozen]
  end

  def full(limit, noise, step)
    rough([*[0.0] * 100, *ramp(500, 2.0), *[0.0] * 60], noise, step).map { |f| [f, limit].min }
  end

  def test_a_full_cell_is_told_by_noise_or_by_a_travel_that_goes_on
    going = [*[0.0] * 100, *ramp(560, 1e-5)]
    standing = [*[0.0] * 100, *ramp(350, 1e-5), *[0.0035] * 210]

    assert conditions(full(700.0, 2.0, 0.5))[:saturated]
    assert conditions(full(700.0, 0.0, 5.0), travel: going)[:saturated]
    refute conditions(full(700.0, 0.0, 5.0), travel: standing)[:saturated], "a force that was held"
    refute conditions(full(700.0, 0.0, 5.0))[:saturated], "nothing tells it from one"
  end

  def test_a_gap_under_load_is_said
    stamps = Array.new(660) { |i| (i * 0.02) + (i > 400 ? 0.11 : 0.0) }
    short = Array.new(660) { |i| (i * 0.02) + (i > 400 ? 0.07 : 0.0) }
    forces = rough([*[0.0] * 100, *ramp(500, 2.0), *[0.0] * 60], 1.0, 0.5)

    assert_in_delta stamps[400], conditions(forces, stamps: stamps)[:dropout][0].at_seconds
    refute conditions(forces, stamps: short)[:dropout]
  end
end
