# frozen_string_literal: true

require_relative "../../test_helper"
require_relative "../../support/made_lots"

# What a sceptic would try on any lot: properties that hold of all of them.
class MadeLotsTest < CoreCase
  include MadeLots

  LOTS = 250
  # Schools that see of the values their mean and scatter alone, and of what.
  BY_MOMENTS = { tolerance_normal: false, cautious: false, tolerance_lognormal: true, tolerance_weibull: true }.freeze

  def described(values) = Statistics::Description.of(values)

  # The same mean and scatter as others, with other values.
  def alike(values, like)
    own = described(values)
    values.map { |v| like.mean + ((v - own.mean) / own.standard_deviation * like.standard_deviation) }
  end

  def test_fewer_pieces_of_the_same_average_and_scatter_never_give_more
    LOTS.times do |seed|
      few = made_lot(seed).values
      next if described(few).degenerate?

      many = made_lot(seed + 10_000, count: few.size + 1, wide: true).values
      BY_MOMENTS.each { |key, logs| assert_operator fewer(key, few), :<=, more(key, few, many, logs), "#{key} #{seed}" }
    end
  end

  def fewer(key, values) = bound(key, values) * (1 - 1e-9)

  def more(key, few, many, logs)
    return bound(key, alike(many, described(few))) unless logs

    bound(key, alike(many.map { |v| Math.log(v) }, described(few.map { |v| Math.log(v) })).map { |v| Math.exp(v) })
  end

  def bound(key, values)
    Rating::Schools.find(key).bounds(Rating::Sample.new(values.map do |v|
      Rating::Observation.new(counts_as: :break, value_si: v)
    end), terms(resolution_si: nil)).first
  end

  # One step of the display in one value: at most so many steps in the minimum.
  def most_steps(made)
    n = made.values.size
    k = Statistics::WeakestPlaceFactor.of(breaks: n, coverage: 0.95, confidence: 0.95)
    (1.0 / n) + (k / Math.sqrt(n)) + (made.bounds.any? ? n : 0.5)
  end

  def moved(made, random)
    i = random.rand(made.values.size)
    step = made.step * [1, -1].sample(random: random)
    made.values.dup.tap { |values| values[i] = [values[i] + step, made.step].max }
  end

  def test_a_step_of_the_display_moves_the_minimum_by_no_more_than_a_stated_multiple
    LOTS.times do |seed|
      made = made_lot(seed, wide: seed.even?)
      jump = (minimum(made) - minimum(made, moved(made, Random.new(seed)))).abs / made.step

      assert_operator jump, :<=, most_steps(made), "seed #{seed}: #{made}"
    end
  end

  def test_with_bounds_among_the_values_it_is_continuous_too
    (LOTS / 5).times do |seed|
      made = made_lot(seed, bounds: true, count: 5 + (seed % 6))
      jump = (minimum(made) - minimum(made, moved(made, Random.new(seed)))).abs / made.step

      assert_operator jump, :<=, most_steps(made), "seed #{seed}: #{made}"
    end
  end

  def test_what_was_seen_to_jump
    given = { population: nil }
    values = [[17.39, 20.0, 22.61], [17.38, 20.0, 22.62]].map { |lot| rated(*lot, **given).chosen&.value_si.to_f }

    assert_in_delta(*values, 300.0)
    two, three = [[20.0, 22.0], [20.0, 22.0, 24.0]].map { |lot| rated(*lot, **given) }
    assert_nil two.working_load_limit
    assert_operator two.minimum&.value_si.to_f, :<=, three.minimum&.value_si.to_f
  end

  def rated(*values, **given) = Rating::ComputeRating.call(sample_of(*values), terms(**given))

  # Whatever is chosen: the confidence that it has, and no working load limit by less than what is asked for.
  def test_the_confidence_is_the_methods_own_and_no_limit_rests_on_less
    (LOTS / 5).times do |seed|
      made = made_lot(seed, bounds: seed % 3 == 0)
      Rating::Schools.all.select { |school| school::MINIMUM }.each { |school| own_confidence(made, school) }
    end
  end

  def own_confidence(made, school)
    statement = Rating::ComputeRating.call(made.sample, made_terms(made, school: school::KEY))
    return if statement.chosen.nil?

    n = made.values.size
    own = { lowest: 1 - (0.95**n), mean_minus_three_s: Statistics::ToleranceFactor.confidence_of(
      factor: 3.0, breaks: n, coverage: 0.95
    ) }.fetch(school::KEY, 0.95)

    assert_in_delta own, statement.to_h[:chosen_confidence], 1e-9, "#{school::NAME} #{made.seed}"
    assert_nil statement.working_load_limit, "#{school::NAME} #{made.seed}" if own < 0.95
  end

  def test_no_working_load_limit_follows_from_a_proof
    (1..80).step(7) do |n|
      made = made_lot(n, count: [n, 2].max)
      made.bounds = (0...made.values.size).to_a
      Rating::Schools.all.each do |school|
        statement = Rating::ComputeRating.call(made.sample, made_terms(made, school: school::KEY))

        assert_nil statement.working_load_limit, "#{school::NAME} #{n}"
      end
      assert_nil Rating::ComputeRating.call(made.sample, made_terms(made)).working_load_limit
    end
  end

  # What is not known is nil in all that is said, and no verdict rests on it.
  def test_unknown_is_never_nothing
    (LOTS / 5).times do |seed|
      made = made_lot(seed, bounds: seed.even?)
      statement = Rating::ComputeRating.call(made.sample, made_terms(made, factor: nil, shared_uncertainty_share: nil,
                                                                           claims: [claim(made.values.min / 4000.0)]))

      assert_nil statement.working_load_limit
      assert_nil statement.to_h[:factor]
      assert_equal :cannot_tell, statement.verdict.state, "seed #{seed}"
      assert_nil statement.to_h[:verdicts].first[:uncertainty_si]
      refute_match(/± 0/, statement.verdict.reason)
    end
  end
end
