# frozen_string_literal: true

require_relative "../../test_helper"

# A cell at its end, and what only looks like it: round tops, coarse displays, a handful of equal readings by chance.
class FullCellTest < CoreCase
  PULLS = 80
  REST = 100

  # A rest, a ramp of so many steps a row to a top that it leaves at once: a break.
  # @param limit [Float, nil] where the cell is full, steps
  def pull(seed, noise:, rise:, top: 300.0, limit: nil, flat: 0)
    random = Random.new(seed)
    offset = random.rand
    up = Array.new((top / rise).ceil) { |i| i * rise }
    path = [*[0.0] * REST, *up, *[top] * flat, *[0.0] * 60]
    shown = path.map { |f| [(f + offset + (noise * gauss(random))).round, limit || 1e9].min * 10.0 }
    travel = Array.new(path.size) { |i| [i - REST, 0].max * 1.0e-5 }
    full(shown, travel)
  end

  def gauss(random) = Math.sqrt(-2 * Math.log(1 - random.rand)) * Math.cos(2 * Math::PI * random.rand)

  def full(forces, travel = nil)
    Curve::Analysis.new(recording(forces, travel: travel)).of(Curve::Findings::Condition).find { |f| f.kind == :saturated }
  end

  def test_a_few_equal_readings_at_the_top_are_chance
    wrong = [[0.6, 0.15], [0.6, 1.5], [0.45, 0.1], [1.0, 0.05]].sum do |noise, rise|
      (0...PULLS).count { |seed| pull(seed, noise: noise, rise: rise, flat: 8) }
    end

    assert_operator wrong, :<=, 1, "of #{4 * PULLS} pulls in which no cell was full"
  end

  def test_a_cell_that_is_full_is_still_told_by_them
    found = (0...PULLS).count { |seed| pull(seed, noise: 0.6, rise: 1.0, limit: 270) }

    assert_equal PULLS, found
    assert_equal(9, (0...9).count { |seed| pull(seed, noise: 3.0, rise: 1.0, limit: 270) })
  end

  # A parabola without any noise: its rows move until they do not.
  def test_a_round_top_is_no_end
    [4, 6, 9, 20, 60].each do |rows|
      forces = (-200..200).map { |i| [900 - (2.0 * (i**2) / (rows**2)), 0.0].max.round * 10.0 }
      forces = [*[0.0] * 60, *forces, *[0.0] * 60]

      assert_nil full(forces, Array.new(forces.size) { |i| i * 1.0e-5 }), "#{rows} rows in its highest step"
    end
  end

  # Fourteen rows a step, and then seven times as many in the highest one, until it breaks: no top that bends is so
  # short before it is so long.
  def test_a_coarse_display_that_stops_rising_is_full_where_it_then_breaks
    up = Array.new(1000) { |i| i / 14.0 }
    travel = Array.new(1300) { |i| i * 1.0e-5 }
    broken = ->(top) { [*[0.0] * 100, *[*up, *top].map(&:round).map { |step| step * 2000.0 }, *[0.0] * 60] }
    bent = # as steep as before, then flat
      Array.new(98) do |i|
        up.last + (7.0 / 2) - (((98 - i)**2) * 7.0 / 2 / (98**2))
      end
    assert full(broken.call([up.last] * 98), travel.first(1258))
    assert_nil full(broken.call(bent), travel.first(1258))
  end

  # The metal flows at one force: the way up to it slows, step by step.
  def test_a_plateau_is_no_end
    up = Array.new(1200) { |i| (340 * (1 - Math.exp(-i / 180.0))).round * 2.0 }
    forces = [*[0.0] * 100, *up, *[680.0] * 1400, *[0.0] * 60]

    assert_nil full(forces, Array.new(forces.size) { |i| i * 1.0e-5 })
  end

  # At rest the force lies in the middle of a step and nothing moves; at the top between two, and it flickers.
  def test_a_display_that_flickers_between_two_steps_is_not_full
    random = Random.new(3)
    top = Array.new(400) { 511.0 + random.rand(2) }
    forces = [*[0.0] * 100, *Array.new(100) { |i| (i * 5.1).round }, *top, *[0.0] * 60].map { |step| step * 200.0 }

    assert_nil full(forces, Array.new(forces.size) { |i| i * 1.0e-5 })
  end

  # Between two loops, and after the break: nothing pulls, and the display shows one and the same.
  def test_a_display_that_rests_where_nothing_pulls_is_not_frozen
    random = Random.new(8)
    loop = [*Array.new(60) { |i| i * 7.3 }, *Array.new(60) { |i| (59 - i) * 7.3 }]
    noisy = [*[0.0] * 60, *loop, *loop].map { |f| (f + gauss(random)).round * 10.0 }
    rest = [-30.0] * 40
    forces = [*noisy, *rest, *noisy.last(240), *rest, *noisy.last(60), *rest]
    frozen = ->(values) { Curve::Analysis.new(recording(values)).findings.select { |f| f.kind == :frozen } }

    assert_empty frozen.call(forces)
    stood = forces.dup.tap { |f| f[80, 30] = [f[80]] * 30 }
    assert_equal([80], frozen.call(stood).map { |f| f.extra[:sample] })
  end

  def test_what_rests_repeat_is_what_a_top_may
    quiet = [0.0] * 200
    repeats = ->(**given) { Curve::Repeats.new(step: 1.0, noise: 0.5, **given) }

    assert_in_delta Math.erf(1 / Math.sqrt(2)), repeats.call.share
    assert_in_delta 1.0, repeats.call(rests: [quiet]).share, 0.01
    assert_in_delta Math.erf(1 / Math.sqrt(2)), repeats.call(rests: [quiet.first(9)]).share, 1e-12, "too few to tell"
    assert repeats.call(rests: [quiet]).by_chance?(1000)
    assert_equal([true, false], [24, 26].map { |count| repeats.call.by_chance?(count) })
    assert Curve::Repeats.new(step: 1.0, noise: 0.0).by_chance?(500)
  end
end
