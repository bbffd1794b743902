# frozen_string_literal: true

require_relative "../../test_helper"

# Whether readings alone show that something stands.
class StillnessTest < CoreCase
  Stillness = MildAnvil::Core::Pull::Stillness

  def seen(hertz: 100, seconds: 1.5, noise: 0.0)
    random = Random.new(2)
    made = Stillness.new(force_step_newtons: 10.0, travel_step_metres: 1.0e-5)
    (0..(seconds * hertz)).each do |i|
      at = i.fdiv(hertz)
      force, metres = yield(at)
      made.note(at, force && (force + (noise * (random.rand - 0.5))), metres)
    end
    made
  end

  def test_what_stands_stands_with_noise_and_while_it_relaxes
    assert_predicate seen { [5000.0, 0.02] }, :standing?
    assert_predicate seen(noise: 15.0) { [5000.0, 0.02] }, :standing?
    assert_predicate seen { |at| [5000.0 - (200 * at), 0.02] }, :standing?
  end

  def test_what_moves_does_not_stand_however_slowly
    refute_predicate seen { |at| [5000.0, 0.02 + (0.0001 * at)] }, :standing?
    refute_predicate seen { |at| [5000.0 + (50 * at), 0.02] }, :standing?
    refute_predicate seen { |at| [-5000.0 - (50 * at), nil] }, :standing?
  end

  def test_too_little_is_no_evidence
    refute_predicate seen(seconds: 0.5) { [5000.0, 0.02] }, :standing?
    refute_predicate seen(hertz: 5) { [5000.0, 0.02] }, :standing?
    refute_predicate seen { [nil, nil] }, :standing?
    made = seen { [5000.0, 0.02] }

    refute made.standing?(made.newest - 0.5)
    assert made.standing?(0.3)
  end
end
