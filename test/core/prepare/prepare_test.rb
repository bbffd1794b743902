# frozen_string_literal: true

require_relative "../../test_helper"

# Dimensions, what follows from them, substrates, steps in order.
class PrepareTest < CoreCase
  Prepare = MildAnvil::Core::Prepare
  Step = Prepare::Schedule::Step
  NOON = Time.utc(2026, 11, 26, 12)
  HOUR = 3600

  def measured(*values, **given) = Prepare::Measured.new(values, **given)
  def drawing(nominal, plus, minus) = Prepare::Measured::Drawing.new(nominal: nominal, plus: plus, minus: minus)

  def test_mean_and_smallest_of_several_readings
    width = measured(0.0201, 0.0199, 0.0200)

    assert_in_delta 0.0200, width.mean, 1e-12
    assert_equal [0.0199, 0.0201, 3], [width.smallest, width.largest, width.count]
  end

  def test_after_conditioning_that_counts_and_what_it_shrank
    length = measured(0.100, conditioned: [0.097, 0.099])

    assert_in_delta 0.098, length.mean
    assert_in_delta 0.02, length.shrinkage_share
    assert_in_delta(-0.01, measured(0.1, conditioned: [0.101]).shrinkage_share)
    assert_nil measured(0.1).shrinkage_share
  end

  # 20 + 0.1 - 0.2 mm, the limits themselves included.
  def test_out_of_tolerance_is_a_flag_and_the_limit_itself_is_not
    limits = drawing(0.020, 0.0001, 0.0002)

    assert_empty measured(0.0201, 0.0198, drawing: limits).outside
    assert_equal [0.02011, 0.01979], measured(0.02011, 0.020, 0.01979, drawing: limits).outside
  end

  def test_readings_in_another_unit_are_noticed
    assert_predicate measured(0.020, 0.508), :mixed_units?
    refute_predicate measured(0.020, 0.021), :mixed_units?
    [0.0, -1.0, Float::NAN, Float::INFINITY, "2"].each { |bad| assert_raises(MildAnvil::InvalidInput) { measured(bad) } }
  end

  def derived(force: nil, **sizes)
    Prepare::Derived.new(sizes.to_h { |role, value| [role.to_s, measured(*value)] }, force: force)
  end

  # 20 x 5 mm: 100 mm²; 8 kN on it 80 MPa, 400 N/mm of width.
  def test_a_section_its_stress_and_force_per_width
    flat = derived(force: 8000.0, width: [0.0202, 0.020], thickness: [0.005, 0.0051])

    assert_in_delta 1.0e-4, flat.area, 1e-12
    assert_in_delta 8.0e7, flat.stress, 1e-3
    assert_in_delta 400_000.0, flat.force_per_width, 1e-6
    assert_in_delta Math::PI * 2.5e-5, derived(diameter: [0.010]).area, 1e-12
    assert_nil derived(width: [0.02]).area
    assert_in_delta 100_000.0, derived(force: 8000.0, engaged_length: [0.08]).force_per_engaged_length, 1e-6
  end

  def test_edge_and_spacing_by_embedments_with_their_cautions
    near = derived(edge: [0.100], spacing: [0.24], embedment: [0.08])

    assert_in_delta 1.25, near.edge_ratio
    assert_in_delta 3.0, near.spacing_ratio
    assert_equal ["The edge is 1.2 embedments: below 1.5 a cone of concrete is cut short."], near.cautions
    assert_nil derived(edge: [0.1]).edge_ratio
  end

  # A cone grows with the root: 32 MPa tested, 25 asked.
  def test_what_it_would_have_held_in_another_substrate
    given = { tested: 3.2e7, reference: 2.5e7 }

    assert_in_delta 20_000 * Math.sqrt(25.0 / 32), Prepare::Substrate.normalised(20_000.0, mode: "cone", **given), 1e-9
    assert_in_delta 20_000.0, Prepare::Substrate.normalised(20_000.0, mode: "Steel", **given), 1e-9
    assert_nil Prepare::Substrate.normalised(20_000.0, mode: "who knows", **given)
    assert_nil Prepare::Substrate.normalised(20_000.0, mode: "cone", tested: 6.0e7, reference: 2.5e7)
    assert_raises(MildAnvil::InvalidInput) { Prepare::Substrate.normalised(1.0, mode: "cone", tested: 0.0, reference: 1.0) }
  end

  def schedule(*steps)
    Prepare::Schedule.new(steps.each_with_index.map { |step, i| Step.new(position: i, name: "step #{i + 1}", **step) })
  end

  def test_a_piece_is_ready_when_its_last_step_is_over
    soaking = schedule({ done_at: NOON - HOUR }, { starts_at: NOON, hours: 12.0 })

    assert_equal NOON + (12 * HOUR), soaking.ready_at(NOON + HOUR)
    refute soaking.ready?(NOON + HOUR)
    assert soaking.ready?(NOON + (12 * HOUR))
    assert_equal "step 2", soaking.following(NOON).name
    assert_nil schedule({ hours: 12.0 }).ready_at(NOON)
    refute schedule.ready?(NOON)
  end

  def test_a_step_begun_before_the_one_before_it_is_told
    assert_equal ["step 2 was begun before step 1, which is not done"],
                 schedule({ hours: 2.0 }, { starts_at: NOON - HOUR, hours: 1.0 }).complaints(NOON)
    assert_empty schedule({ done_at: NOON - HOUR }, { starts_at: NOON, hours: 1.0 }).complaints(NOON)
  end

  def test_the_most_in_an_oven_at_once
    inside = [[0, 4], [2, 4], [4, 1], [3, 0.5]].map { |at, h| Step.new(starts_at: NOON + (at * HOUR), hours: h) }

    assert_equal 3, Prepare::Schedule.most_at_once(inside)
    assert_equal 0, Prepare::Schedule.most_at_once([Step.new(hours: 2.0)])
  end
end
