# frozen_string_literal: true

require_relative "../../test_helper"

# What stands between a procedure and a bench: levers, a hand at the pump, cells that read nothing, figures read off.
class PullPartsTest < CoreCase
  Pull = MildAnvil::Core::Pull

  def fixture(...) = Pull::Fixture.of(...)

  def test_a_lever_turns_torque_into_force_and_back
    lever = fixture("torque", arm_metres: 0.5)

    assert_equal [:ramp_force, 200.0, 20.0], lever.command([:ramp_force, 100.0, 10.0])
    assert_in_delta 60.0, lever.load([120.0, 0.01], %w[force displacement])
    assert_in_delta 61.0, lever.load([120.0, 0.01, 61.0], %w[force displacement torque]), 1e-9, "its own channel counts"
    assert_equal [:ramp_travel, 0.02, 0.001], lever.command([:ramp_travel, 0.02, 0.001])
  end

  def test_a_piston_turns_pressure_into_force
    piston = fixture("pressure", piston_square_metres: 0.002)

    assert_in_delta 500_000.0, piston.load([1000.0], ["force"])
    assert_equal [:release, 200.0], piston.command([:release, 100_000.0])
  end

  def test_a_press_works_the_other_way
    press = fixture("force", push: true)

    assert_equal [:ramp_force, -400.0, 10.0], press.command([:ramp_force, 400.0, 10.0])
    assert_equal [:cycle, -800.0, -100.0, 1.0, 5], press.command([:cycle, 100.0, 800.0, 1.0, 5])
    assert_in_delta 35.0, press.load([-35.0], ["force"])
    assert_nil press.load([nil], ["force"])
  end

  def test_a_bench_that_states_no_arm_is_asked_for_it
    error = assert_raises(MildAnvil::InvalidInput) { fixture("torque") }

    assert_match(/states no lever arm/, error.message)
  end

  def test_a_hand_at_the_pump_is_followed_by_its_readings
    hand = Pull::ByHand.new(1.0)
    hand.told([:ramp_force, 1000.0, 50.0])

    assert_equal(%w[RAMP HOLD HOLD], [500.0, 999.5, 950.0].map { |load| hand.read(load) })
    hand.told([:release, 100.0])

    assert_equal(%w[RELEASE ARMED], [300.0, 5.0].map { |load| hand.read(load) })
    assert_equal :release, hand.asked
  end

  def noted(unsound, seconds, load, metres: 0.0, state: "RAMP") = unsound.note(seconds, load, metres, state)

  def test_a_cell_that_says_the_same_while_the_bench_goes_on_is_frozen
    unsound = Pull::Unsound.new(1.0)
    said = (0..30).filter_map { |i| noted(unsound, i * 0.1, 500.0, metres: i * 0.001) }

    assert_match(/froze/, said.first)
    assert_equal 11, said.size, "from the second second on"
  end

  def test_slack_is_no_frozen_cell_nor_is_a_coarse_one_at_rest
    slack = Pull::Unsound.new(1.0)
    coarse = Pull::Unsound.new(1.0)

    assert_empty((0..80).filter_map { |i| noted(slack, i * 0.1, 3.0, metres: i * 0.001) })
    assert_empty((0..6000).filter_map { |i| noted(coarse, i * 0.1, 500.0, state: "HOLD") })
  end

  # Restless before, the same to the digit for seconds: a hold on that proves nothing.
  def test_a_restless_cell_that_falls_silent_in_a_hold_is_frozen
    unsound = Pull::Unsound.new(1.0)
    80.times { |i| noted(unsound, i * 0.05, i.odd? ? 1.0 : 0.0, state: "ARMED") }

    assert((0..200).any? { |i| noted(unsound, 4 + (i * 0.05), 500.0, state: "HOLD") })
  end

  def test_a_cell_that_reads_nothing_in_motion_is_told_within_half_a_second
    unsound = Pull::Unsound.new(1.0)

    assert_nil noted(unsound, 1.0, nil)
    assert_nil noted(unsound, 1.4, nil)
    assert_equal "the cell reads nothing", noted(unsound, 1.5, nil)
    assert_nil noted(unsound, 9.0, nil, state: "ARMED")
  end

  def test_a_ramp_says_how_fast_it_really_went
    pace = Pull::Pace.new(from: 0.0, to: 100.0, rate: 10.0)
    (0..50).each { |i| pace.note(i * 0.1, i * 2.0) }

    assert_in_delta 20.0, pace.measured
    refute_predicate pace, :kept?
    assert_equal "faster than asked, 2 times", pace.words
  end

  def test_a_ramp_that_was_over_at_once_says_nothing_of_its_rate
    pace = Pull::Pace.new(from: 0.0, to: 100.0, rate: 10.0)
    pace.note(0.0, 0.0)
    pace.note(0.1, 100.0)

    assert_nil pace.measured
    assert_nil pace.words
  end

  def worked(kind, given) = Pull::WorkedOut.call(kind, given).to_h { |one| [one.name, one.value] }

  # By the formulas of elementary beam theory, worked by hand.
  def test_bending_stiffness_and_drop_by_their_formulas
    beam = { "Load" => 1000.0, "Deflection" => 0.01, "Second moment of area" => 1.0e-8 }

    assert_in_delta 1000 * 8 / (48 * 1.0e-8 * 0.01), worked("three_point", beam.merge("Span" => 2.0))["Modulus"], 1
    assert_in_delta 1000 * 8 / (3 * 1.0e-8 * 0.01), worked("cantilever", beam.merge("Length" => 2.0))["Modulus"], 1
    assert_in_delta 196.133, worked("drop", { "Mass" => 10.0, "Height of fall" => 2.0 })["Energy"]
  end

  def test_the_most_loaded_leg_is_compared_with_an_even_share
    found = worked("share", { "Leg 1" => 300.0, "Leg 2" => 100.0 })

    assert_in_delta 0.75, found["Leg 1: share"]
    assert_in_delta 1.5, found["The most loaded leg carries, of an even share"]
  end

  def test_a_figure_that_is_missing_or_zero_is_asked_for_by_its_name
    { "three_point" => { "Load" => 1.0 }, "drop" => { "Mass" => 0.0, "Height of fall" => 1.0 } }.each do |kind, given|
      error = assert_raises(MildAnvil::InvalidInput) { Pull::WorkedOut.call(kind, given) }
      assert_match(/must be above 0/, error.message)
    end
  end
end
