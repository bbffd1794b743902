# frozen_string_literal: true

require_relative "../../test_helper"

# Where a long test leads: the law that is chosen, both laws where the readings do not tell, and what is not known.
class ForecastTest < CoreCase
  Endurance = MildAnvil::Core::Endurance
  TIMES = [0.1, 0.2, 0.5, 1, 2, 5, 10, 24, 48, 96, 168, 336, 500, 1000].map(&:to_f).freeze

  def test_a_power_law_is_found_and_led_on
    found = Endurance::Forecast.new(TIMES, read { |t| 0.4 + (0.08 * (t**0.22)) })

    assert_equal :power, found.law
    assert_equal [:power], found.possible
    point = found.extrapolated(87_660.0)

    assert_in_delta 0.4 + (0.08 * (87_660.0**0.22)), point.value, 0.01
    assert_predicate point, :far?
    assert_operator point.low, :<, point.value
  end

  def test_a_line_over_log_time_is_found
    found = Endurance::Forecast.new(TIMES, read { |t| 0.5 + (0.06 * Math.log10(t)) })

    assert_equal :log, found.law
    assert_in_delta 0.5 + (0.06 * Math.log10(87_660.0)), found.extrapolated(87_660.0).value, 0.005
  end

  def test_where_readings_do_not_tell_the_laws_apart_the_limits_hold_both
    times = [1.0, 2, 4, 8, 16, 24]
    values = times.each_with_index.map { |t, i| 0.5 + (0.05 * (t**0.18)) + ([1, -1][i % 2] * 0.002) }
    found = Endurance::Forecast.new(times, values)
    point = found.extrapolated(8766.0)
    alone = %i[power log].map { |law| found.fit(law).extrapolated(8766.0) }

    assert_equal 2, found.possible.size
    assert_in_delta alone.map { |a| a[:low] }.min, point.low
    assert_in_delta alone.map { |a| a[:high] }.max, point.high
  end

  def test_testing_longer_makes_the_limits_narrower
    found = Endurance::Forecast.new(TIMES, read { |t| 0.4 + (0.08 * (t**0.22)) })
    halves = [found.curve_half(87_660.0), *found.longer(87_660.0).map { |w| w[:half] }]

    assert_equal halves.sort.reverse, halves
    assert_equal([2000.0, 5000.0, 10_000.0], found.longer(87_660.0).map { |w| w[:hours] })
  end

  def test_what_the_limits_promise_is_kept_by_tests_of_known_law
    kept = (1..120).count do |seed|
      random = Random.new(seed)
      noisy = TIMES.map { |t| 0.4 + (0.08 * (t**0.22)) + (0.003 * normal(random)) }
      point = Endurance::Forecast.new(TIMES, noisy).extrapolated(8766.0)
      truth = 0.4 + (0.08 * (8766.0**0.22))
      truth.between?(point.low, point.high)
    end

    assert_operator kept, :>=, 108 # 95 of 100 of 120 is 114; 108 is two and a half standard errors below
  end

  def test_readings_that_follow_each_other_are_told
    drifting = read { |t| 0.4 + (0.08 * (t**0.22)) }.each_with_index.map { |v, i| v + (0.01 * Math.sin(i / 2.2)) }

    assert_predicate Endurance::Forecast.new(TIMES, drifting), :dependent?
    refute_predicate Endurance::Forecast.new(TIMES, read(0.003) { |t| 0.4 + (0.08 * (t**0.22)) }), :dependent?
  end

  def test_readings_that_are_all_alike_lead_nowhere
    error = assert_raises(MildAnvil::InsufficientData) { Endurance::Forecast.new(TIMES, [0.5] * TIMES.size) }

    assert_match(/all alike/, error.message)
  end

  def test_three_readings_are_too_few
    error = assert_raises(MildAnvil::InsufficientData) { Endurance::Forecast.new([1.0, 2.0, 3.0], [1.0, 1.1, 1.2]) }

    assert_match(/at least 4 readings/, error.message)
  end

  def test_a_piece_that_leaves_its_law_upwards_is_told_and_one_that_keeps_to_it_is_not
    calm = read { |t| 0.4 + (0.08 * (t**0.22)) }
    away = calm[0...-2] + [calm[-2] + 0.05, calm[-1] + 0.2]

    assert_nil Endurance::Runaway.find(TIMES, calm)
    found = Endurance::Runaway.find(TIMES, away)

    assert_equal :up, found.away
    assert_in_delta 500.0, found.since
    assert_nil Endurance::Runaway.find(TIMES, calm[0...-1] + [calm[-1] + 0.2]), "one reading may be a slip of the pen"
  end

  # What leaves slowly bends the law with it: the earlier readings tell.
  def test_a_slow_departure_in_a_dense_log_is_found_and_noise_alone_is_none
    times = Array.new(150) { |i| 0.02 * ((1000 / 0.02)**(i / 149.0)) }
    found = Array.new(20) { |seed| runaway(times, seed, 0.0006) }

    assert_equal [:up], found.map { |one| one&.away }.uniq
    assert_operator found.map(&:since).min, :>, 400
    assert_empty Array.new(20) { |seed| runaway(times, seed, 0.0) }.compact
  end

  def test_many_readings_are_thinned_over_the_logarithm_and_the_last_is_kept
    rows = (1..5000).map { |i| i / 10.0 }
    thin = Endurance::Spread.over_log(rows, 100) { |t| t }

    assert_operator thin.size, :<=, 100
    assert_equal [0.1, 500.0], thin.values_at(0, -1)
    assert_operator thin.count { |t| t < 1 }, :>=, 9
    assert_equal rows.first(7), Endurance::Spread.over_log(rows.first(7), 100) { |t| t }
  end

  private

  def runaway(times, seed, faster)
    random = Random.new(seed)
    Endurance::Runaway.find(times, times.map do |t|
      0.4 + (0.08 * (t**0.22)) + (0.003 * normal(random)) + ([t - 500, 0].max * faster)
    end)
  end

  def read(noise = 0.0002)
    random = Random.new(7)
    TIMES.map { |t| yield(t) + (noise * normal(random)) }
  end

  def normal(random) = Math.sqrt(-2 * Math.log(1 - random.rand)) * Math.cos(2 * Math::PI * random.rand)
end
