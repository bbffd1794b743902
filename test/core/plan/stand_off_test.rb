# frozen_string_literal: true

require_relative "../../test_helper"

# How far people stay away: by what is stretched, thrown, burst and flew before, or no distance and why. The figures are
# worked out by hand in docs/validation.md, section 11.
class StandOffTest < CoreCase
  Plan = MildAnvil::Core::Plan
  WORDING = Plan::Wording.new(MildAnvil::Catalogue.units.find("kN"))
  BAR = 100_000.0

  def away(joules = nil, **given) = Plan::StandOff.new(joules: joules, **given)

  def test_it_is_the_largest_of_its_reasons
    near = [{ what: "a pin", metres: 1.0 }, { what: "a shackle", metres: 4.0 }]

    assert_in_delta 2.0, away.metres
    assert_in_delta 3.0, away(length_metres: 2.0).metres
    assert_in_delta 6.0, away(length_metres: 2.0, near_misses: near).metres
    assert_match(/50.0 J stored, like 2.55 kg from 2.00 m. Stay 2.00 m away/, away(50.0).sentence(WORDING))
  end

  # 2 · 50 J / (0.5 kg · 9.80665) = 20.394 m; twice the energy flies twice as far, twice the mass half as far.
  def test_what_may_fly_is_thrown_by_all_of_the_energy
    assert_in_delta 20.394, away(50.0, flying_kilograms: 0.5).metres, 1e-3
    assert_in_delta 40.789, away(100.0, flying_kilograms: 0.5).metres, 1e-3
    assert_in_delta 10.197, away(50.0, flying_kilograms: 1.0).metres, 1e-3
    assert_in_delta 2.0, away(50.0, flying_kilograms: 10.0).metres
  end

  # 1,950 kJ are 0.457 kg of TNT: 20 · 0.914^⅓ = 19.41 m, and so the least of 30 m; 20 MJ: 20 · 9.3744^⅓ = 42.17 m.
  def test_a_gas_keeps_people_away_by_the_published_blast_distances
    assert_in_delta 30.0, away(1.95e6, gas_pascals: 10 * BAR).metres
    assert_in_delta 30.0, away(5.0e6, gas_pascals: 10 * BAR).metres
    assert_in_delta 42.17, away(2.0e7, gas_pascals: 10 * BAR).metres, 0.01
    assert_in_delta 79.9, Plan::Blast.basis(1.36e8, BAR).metres, 0.1
    assert_match(/ASME PCC-2/, away(1.95e6, gas_pascals: 10 * BAR).working(WORDING).join)
  end

  # 200 J in a cushion at 0.2 bar: 20 · (9.3744e-5)^⅓ = 0.909 m, below what is never undercut.
  def test_below_half_a_bar_the_blast_alone_counts
    assert_in_delta 0.9086, Plan::Blast.scaled(200.0), 1e-3
    assert_in_delta 2.0, away(200.0, gas_pascals: 0.2 * BAR).metres
    assert_in_delta 30.0, away(200.0, gas_pascals: 0.6 * BAR).metres
  end

  def test_no_distance_is_named_where_none_follows
    [away(500.0), away(5.0e6), away(5.0e6, flying_kilograms: 20.0), away(2.0e9, gas_pascals: BAR)].each do |one|
      assert_nil one.metres
      assert_match(/No distance/, one.sentence(WORDING))
      refute_match(/Stay/, one.sentence(WORDING))
    end
    assert_match(/what the part that may fly weighs/, away(500.0).refusal)
    assert_match(/farther than 100 m/, away(5.0e6, flying_kilograms: 20.0).refusal)
  end

  def test_what_the_guard_contains_is_not_thrown_past_it
    assert_in_delta 3.0, away(500.0, guard_joules: 600.0, length_metres: 2.0).metres
    assert_nil away(500.0, guard_joules: 400.0).metres
    assert_match(/the guard contains 600 J/, away(500.0, guard_joules: 600.0).working(WORDING).join)
  end

  # A little more energy never brings anybody nearer.
  def test_more_energy_is_never_nearer
    reach = [1.0e3, 1.0e4, 1.0e6, 1.0e8].map { |joules| away(joules, gas_pascals: BAR).metres }

    assert_equal reach.compact.sort, reach.compact
  end
end
