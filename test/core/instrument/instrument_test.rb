# frozen_string_literal: true

require_relative "../../test_helper"

# Classes of a check, parts of a budget, guarded decisions: hand work and laws.
class InstrumentTest < CoreCase
  Instrument = MildAnvil::Core::Instrument
  Level = Instrument::VerificationClass::Level
  FORCES = [2000.0, 4000.0, 6000.0, 8000.0, 10_000.0].freeze

  # Three series, each reading too high by a share, the second series by more.
  def levels(share, spread: 0.0, down: 0.0)
    FORCES.map do |f|
      Level.new(applied: f, up: [f * (1 + share), f * (1 + share + spread), f * (1 + share)],
                down: down.zero? ? nil : [f * (1 + share + down)] * 3)
    end
  end

  def verified(levels, **given)
    Instrument::VerificationClass.new(levels, resolution: 5.0, range_maximum: 10_000.0, **given)
  end

  # share of error => class
  CLASSES = { 0.0 => 0.5, 0.004 => 0.5, 0.006 => 1.0, 0.009 => 1.0, 0.015 => 2.0, 0.025 => 3.0, 0.04 => nil }.freeze

  def test_the_class_follows_the_worst_indication
    CLASSES.each do |share, expected|
      expected ? assert_in_delta(expected, verified(levels(share)).best) : assert_nil(verified(levels(share)).best)
    end
  end

  def test_repeatability_reversibility_and_zero_have_their_own_limits
    assert_in_delta 1.0, verified(levels(0.0, spread: 0.008)).best
    assert_in_delta 2.0, verified(levels(0.0, down: 0.02)).best
    assert_in_delta 1.0, verified(levels(0.0), zero_residual: 8.0).best
  end

  # 400, 200, 100 and 67 times the resolution.
  def test_below_its_lowest_force_a_class_is_not_kept
    assert_in_delta 2000.0, verified(levels(0.0)).lowest_force(0.5)
    assert_in_delta 1.0, Instrument::VerificationClass.new(levels(0.0), resolution: 9.0, range_maximum: 10_000.0).best
  end

  def test_two_series_or_poor_masses_are_an_indication_only
    few = FORCES.map { |f| Level.new(applied: f, up: [f, f]) }

    assert_match(/fewer than 3 series/, verified(few).reservations.join)
    assert_match(/masses/, verified(levels(0.0), masses_share: 0.002).reservations.join)
    assert_match(/fewer than 5 levels/, verified(levels(0.0).first(3)).reservations.join)
    assert_empty verified(levels(0.0)).reservations
    assert_raises(MildAnvil::InsufficientData) { verified([]) }
  end

  def budget(*parts, reading: 1000.0) = Instrument::UncertaintyBudget.new(reading, parts)
  def parts = Instrument::BudgetParts

  # 3 and 4 make 5; both known otherwise, so the factor is that of the normal.
  def test_parts_add_as_squares
    known = budget(parts.calibration(6.0), Instrument::UncertaintyBudget::Part.new(name: :other, standard: 4.0))

    assert_in_delta 5.0, known.combined, 1e-12
    assert_in_delta 1.959964 * 5, known.expanded, 1e-5
    assert_equal [3.0, 4.0], [known.shared, known.random]
  end

  def test_a_display_step_and_a_half_width_are_rectangles
    assert_in_delta 10 / Math.sqrt(12), parts.resolution(10.0).standard, 1e-12
    assert_in_delta 10 / Math.sqrt(3), parts.zero_drift(10.0).standard, 1e-12
  end

  # A pull out of line reads too high, what the sampling missed too low.
  def test_one_sided_parts_move_the_reading
    assert_operator budget(parts.misalignment(1000.0, 5.0)).corrected, :<, 1000.0
    assert_operator budget(parts.sampling(12.0)).corrected, :>, 1000.0
    assert_in_delta 0.0, parts.misalignment(1000.0, 0.0).standard
  end

  def test_shared_parts_are_named_so
    assert(%i[masses gravity].all? { |name| parts.public_send(name, 1000.0, 0.001).shared })
    refute parts.repeatability(2.0, 5).shared
    assert_raises(MildAnvil::InsufficientData) { budget(parts.resolution(0.0)) }
  end

  def rule(factor = 1.645, standard = 0.1)
    Instrument::GuardedDecision.new(limit: 20.0, standard: standard, guard_factor: factor)
  end

  def test_a_wider_guard_accepts_fewer_bad_and_rejects_more_good
    bad, good = [0.0, 1.0, 1.645, 3.0].map do |f|
      [rule(f).false_accept(20.3, 0.4), rule(f).false_reject(20.3, 0.4)]
    end.transpose

    assert_equal bad.sort.reverse, bad
    assert_equal good.sort, good
  end

  # What is accepted is good or bad, what is good is accepted or rejected: the shares add up.
  def test_the_shares_add_up
    decision = rule
    good = MildAnvil::Core::Statistics::Normal.upper_tail((20.0 - 20.3) / 0.4)

    assert_in_delta good - decision.false_reject(20.3, 0.4) + decision.false_accept(20.3, 0.4),
                    decision.probability_accept(20.3, 0.4), 1e-9
  end

  def test_at_the_limit_the_chance_is_what_the_guard_keeps
    assert_in_delta 0.05,
                    rule(1.6448536269514722).probability_nonconforming(rule(1.6448536269514722).acceptance_limit), 1e-12
    assert_raises(MildAnvil::InvalidInput) { rule(1.0, 0.0) }
  end

  def test_an_inverse_of_an_indication_is_the_force
    line = Instrument::CalibrationLine.new([0.0, 5.0, 10.0, 15.0], [0.1, 5.2, 10.1, 15.3])

    assert_in_delta 7.5, line.inverse(line.predict(7.5).fit).force, 1e-12
    assert_operator line.inverse(7.5, readings: 4).standard_error, :<, line.inverse(7.5).standard_error
    assert_nil line.lack_of_fit
  end

  def test_a_straight_instrument_shows_no_curvature
    x = [0.0, 2.0, 4.0, 6.0, 8.0, 10.0]
    wobble = [0.01, -0.02, 0.01, 0.02, -0.01, -0.01]

    assert_operator Instrument::Curvature.new(x, x.zip(wobble).map(&:sum)).p, :>, 0.05
    assert_operator Instrument::Curvature.new(x, x.map { |v| v + (0.01 * v * v) }.zip(wobble).map(&:sum)).p, :<, 0.01
  end
end
