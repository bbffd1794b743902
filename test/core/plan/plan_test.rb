# frozen_string_literal: true

require_relative "../../test_helper"

# How many, what goes first, and what a rig makes of a force: hand work and laws.
class PlanTest < CoreCase
  Plan = MildAnvil::Core::Plan
  Link = Plan::LoadTrain::Link
  BOUND = { coverage: 0.95, confidence: 0.95, variation_share: 0.06, required_share: 0.8 }.freeze

  # coverage and confidence => breaks of which the lowest keeps it, as printed.
  LOWEST = { [0.9, 0.95] => 29, [0.95, 0.95] => 59, [0.99, 0.95] => 299, [0.95, 0.9] => 45, [0.9, 0.9] => 22 }.freeze

  def test_the_lowest_as_printed
    LOWEST.each do |(coverage, confidence), n|
      assert_equal n,
                   Plan::SampleSize.for_lowest(coverage: coverage,
                                               confidence: confidence)
    end
  end

  # Two-sided 5 %, power 80 and 90 %: 17 and 22 a group for a whole standard deviation, 64 and 86 for half of one.
  def test_a_comparison_as_printed
    { [1.0, 0.8] => 17, [1.0, 0.9] => 23, [0.5, 0.8] => 64, [0.5, 0.9] => 86 }.each do |(effect, power), n|
      assert_in_delta n,
                      Plan::SampleSize.for_comparison(difference_share: effect * 0.1, variation_share: 0.1,
                                                      power: power), 1
    end
  end

  def test_more_breaks_more_chance_and_the_answer_is_the_smallest
    chances = [3, 5, 8, 13, 30].map { |n| Plan::SampleSize.chance(n, **BOUND) }
    needed = Plan::SampleSize.for_bound(**BOUND, assurance: 0.9)

    assert_equal chances.sort, chances
    assert_operator needed.probability, :>=, 0.9
    assert_operator needed.probability_one_fewer, :<, 0.9
  end

  def test_a_requirement_above_the_true_percentile_cannot_be_shown
    assert_match(/no number of breaks/, assert_raises(MildAnvil::InvalidInput) do
      Plan::SampleSize.for_bound(**BOUND, required_share: 0.95)
    end.message)
    assert_raises(MildAnvil::InvalidInput) do
      Plan::SampleSize.for_comparison(difference_share: 0,
                                      variation_share: 0.1)
    end
    assert_raises(MildAnvil::InvalidInput) do
      Plan::SampleSize.for_comparison(difference_share: 0.0001,
                                      variation_share: 0.5)
    end
  end

  def test_more_breaks_like_these_raise_the_bound
    more = Plan::NextBreak.new([23.4, 24.1, 23.0, 24.6, 23.7])
    bounds = [0, 1, 2, 3, 5].map { |n| more.bound_after(n) }

    assert_equal bounds.sort, bounds
    assert_operator more.expected_bound, :<, more.expected_bound_plugged_in
    assert_raises(MildAnvil::InsufficientData) { Plan::NextBreak.new([1.0, 2.0]).expected_bound }
    assert_raises(MildAnvil::InsufficientData) { Plan::NextBreak.new([1.0]) }
  end

  def train(specimen: 20_000.0, connector: 30_000.0, shackle: 60_000.0)
    Plan::LoadTrain.new([Link.new(name: "specimen", mean: specimen, deviation: 0.06 * specimen, specimen: true),
                         Link.new(name: "connector", mean: connector, deviation: 0.05 * connector),
                         Link.new(name: "shackle", mean: shackle, deviation: 0.04 * shackle)])
  end

  def test_the_chances_of_a_train_add_to_one
    [train, train(connector: 21_000.0), train(specimen: 50_000.0)].each do |t|
      assert_in_delta 1.0, t.first.sum(&:probability), 1e-9
    end
  end

  # Two alike go first as often; two apart by a known distance by Φ(Δ/√(s²+s²)).
  def test_two_links_by_hand
    twins = Plan::LoadTrain.new([Link.new(name: "a", mean: 10.0, deviation: 1.0, specimen: true),
                                 Link.new(name: "b", mean: 10.0, deviation: 1.0)])
    apart = Plan::LoadTrain.new([Link.new(name: "a", mean: 10.0, deviation: 1.0, specimen: true),
                                 Link.new(name: "b", mean: 12.0, deviation: 1.0)])

    assert_in_delta 0.5, twins.specimen_first, 1e-9
    assert_in_delta MildAnvil::Core::Statistics::Normal.cdf(2 / Math.sqrt(2)), apart.specimen_first, 1e-9
  end

  def test_the_mend_makes_the_specimen_the_weak_link
    weak = train(connector: 21_000.0)
    mend = weak.mend

    assert_nil train.mend
    assert_equal "connector", mend[:name]
    assert_in_delta 0.95, train(connector: 21_000.0 * mend[:times]).specimen_first, 0.002
  end

  def test_strands_carry_together
    assert_in_delta 1.8, Link.new(name: "two", mean: 1.0, deviation: 0.1, strands: 2, share_factor: 0.9).capacity, 1e-12
    assert_raises(MildAnvil::InvalidInput) { Plan::LoadTrain.new([Link.new(name: "x", mean: 1.0, deviation: 0.1)]) }
    assert_raises(MildAnvil::InvalidInput) do
      Plan::LoadTrain.new([Link.new(name: "x", mean: 1.0, deviation: 0.0,
                                    specimen: true)])
    end
  end

  def test_tackles_by_hand
    tackle = Plan::Tackle

    assert_in_delta 4.0, tackle.advantage(4)
    assert_in_delta 0.9 + 0.81 + 0.729, tackle.advantage(3, efficiency: 0.9), 1e-12
    assert_in_delta 1 + 0.9 + 0.81, tackle.advantage(3, efficiency: 0.9, from_moving_block: true), 1e-12
    assert_in_delta 12.0, tackle.compound([3.0, 4.0])
    assert_raises(MildAnvil::InvalidInput) { tackle.advantage(0) }
    assert_raises(MildAnvil::InvalidInput) { tackle.advantage(2, efficiency: 1.1) }
  end

  # A redirect: twice the tension at 0°, 1.414 times at 90°, nothing at 180°.
  def test_angles_by_hand
    { 0 => 2.0, 90 => Math.sqrt(2), 120 => 1.0, 180 => 0.0 }.each do |angle, times|
      assert_in_delta times,
                      Plan::Tackle.redirect(1.0, angle), 1e-12
    end
    assert_in_delta 1.0, Plan::Tackle.sideways(1.0, 30), 1e-12
    assert_operator Plan::Tackle.sideways(1.0, 2), :>, 14
    assert_raises(MildAnvil::InvalidInput) { Plan::Tackle.sideways(1.0, 0) }
    assert_in_delta Math.sqrt(3), Plan::Tackle.two_legs(1.0, 60), 1e-12
  end

  def test_a_ram_pulls_less_than_it_pushes
    assert_in_delta 70_000_000.0 * Math::PI * (0.05**2) / 4, Plan::Tackle.ram(70_000_000.0, 0.05), 1e-6
    assert_in_delta 70_000_000.0 * Math::PI * ((0.05**2) - (0.03**2)) / 4,
                    Plan::Tackle.ram(70_000_000.0, 0.05, rod: 0.03), 1e-6
    assert_in_delta 50_000.0, Plan::Tackle.preload(100.0, 0.01), 1e-6
  end

  def test_stored_energy_by_hand
    assert_in_delta 250.0, Plan::StoredEnergy.springs(10_000.0, [200_000.0]), 1e-9
    assert_in_delta 500.0, Plan::StoredEnergy.springs(10_000.0, [200_000.0, 200_000.0]), 1e-9
    assert_in_delta 1.0, Plan::StoredEnergy.as_fall(98.0665, 10.0), 1e-9
    assert_operator Plan::StoredEnergy.gas(1_000_000.0, 0.01), :>, 9000
    assert_raises(MildAnvil::InvalidInput) { Plan::StoredEnergy.gas(100_000.0, 1.0) }
    assert_raises(MildAnvil::InvalidInput) { Plan::StoredEnergy.springs(1.0, [0.0]) }
  end

  def test_water_bags_by_hand
    plan = Plan::TestMass.water(10_000.0, limit: 4000.0, bag_kilograms: 200.0)

    assert_equal 3, plan[:bags]
    assert_in_delta 9800.0, plan[:litres], 1e-9
    assert_in_delta 2300.0, plan[:steps].first, 1e-9
    assert_in_delta 9800.0 / 1.025,
                    Plan::TestMass.water(10_000.0, limit: 4000.0, bag_kilograms: 200.0, kind: :sea)[:litres], 1e-6
    assert_raises(MildAnvil::InvalidInput) { Plan::TestMass.water(100.0, limit: 10.0, bag_kilograms: 200.0) }
    assert_in_delta 980.665 * (1 - (1.2 / 8000)), Plan::TestMass.force(100.0, buoyancy: true), 1e-9
  end
end
