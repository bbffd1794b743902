# frozen_string_literal: true

require_relative "../../test_helper"

# Lessons with a hidden truth: populations, pieces, what an honest eye makes of them, and what an answer is worth.
class PracticeTest < CoreCase
  Practice = MildAnvil::Core::Practice
  Stream = MildAnvil::Core::Statistics::RandomStream
  KN = MildAnvil::Catalogue.units.force!("kN")

  def population(**given) = Practice::Population.new(family: "normal", mean_si: 20_000.0, variation: 0.05, **given)

  def test_the_quantile_of_a_population_is_what_its_pieces_fall_below
    [{}, { family: "weibull", variation: 0.1 }, { family: "mixture", weak_share: 0.15, weak_at: 0.7 }].each do |given|
      made = population(**given)
      stream = Stream.new(5)
      drawn = Array.new(20_000) { made.draw(stream) }
      [0.05, 0.3, 0.9].each do |share|
        limit = made.quantile(share)
        below = drawn.count { |value| value < limit } / 20_000.0

        assert_in_delta share, below, 0.007, "#{given} #{share}"
      end
      assert_in_delta 20_000 * (1 - (made.weak_share * (1 - made.weak_at))), drawn.sum / drawn.size, 60
    end
  end

  # Source: R, qnorm(0.05, 20000, 1000) and qweibull(0.05, 0.1^-1.086, 20000 / gamma(1 + 0.1^1.086))
  def test_quantiles_agree_with_r
    assert_in_delta 18_355.1463730485, population.quantile(0.05), 1e-6
    assert_in_delta 16_347.884324, population(family: "weibull", variation: 0.1).quantile(0.05), 1e-5
  end

  def test_populations_that_cannot_be_are_refused
    [{ family: "other" }, { mean_si: 0.0 }, { variation: 0.9 }, { family: "mixture", weak_share: 0.9 },
     { family: "mixture", weak_at: 0.0 }].each do |given|
      assert_raises(MildAnvil::InvalidInput, given.to_s) { population(**given) }
    end
  end

  def shipped = MildAnvil::Catalogue.lessons.map { |content| Practice::Lesson.new(content) }

  def test_ten_lessons_ship_and_each_can_be_played_the_same_way_twice
    assert_equal 10, shipped.size
    assert_equal shipped.map { |one| one.content[:key] }.uniq.size, shipped.size
    shipped.each do |lesson|
      first, again, other = [3, 3, 4].map { |seed| lesson.pieces(seed) }

      assert_equal first, again
      refute_equal first.map(&:strength_si), other.map(&:strength_si)
      assert_equal lesson.content[:pieces] * lesson.content.fetch(:ends, [1]).size, first.size
      assert(first.all? { |piece| piece.shown_si.positive? && !piece.seen.empty? })
      refute_empty lesson.content[:teaches]
      refute_equal lesson.one_more(3), lesson.one_more(4)
    end
  end

  def lesson(key) = shipped.find { |one| one.content[:key] == key }

  # The name that is shown before says nothing of the mistake; the end does.
  def test_a_lesson_is_not_named_by_its_mistake
    shipped.each do |lesson|
      title, about = lesson.content.values_at(:title, :about).map { |text| text.downcase.scan(/\w{4,}/) }

      refute_empty about
      assert_empty title & about, lesson.content[:title]
    end
  end

  def test_an_event_befalls_its_pieces_and_no_others
    pieces = lesson("connector-first").pieces(11)

    assert_equal [2, 5, 7], pieces.select { |piece| piece.counts_as == "at_least" }.map(&:number)
    assert(pieces.all? { |piece| (piece.shown_si < piece.strength_si) == (piece.counts_as == "at_least") })
    ends = lesson("second-end").pieces(2)
    assert_equal(["end A", "end B"] * 6, ends.map(&:feature))
    assert(ends.each_slice(2).all? { |a, b| ((b.strength_si / a.strength_si) - 0.91).abs < 1e-9 })
  end

  def test_a_display_shows_what_it_would
    piece = lesson("lbf-as-kn").pieces(1).first

    assert_equal (piece.shown_si / 4.4482216).round.to_s, piece.card[:digits]
    rig = lesson("rig-miscounted")
    advantage = MildAnvil::Core::Plan::Tackle.advantage(4, efficiency: 0.92)
    assert_in_delta advantage, rig.card[:factor], 1e-6
  end

  def test_a_judgement_is_right_by_its_kind_and_its_value
    piece = lesson("connector-first").pieces(1)[1]
    review = ->(kind, value) { Practice::Review.of(piece, kind, value) }

    assert review.call("at_least", piece.shown_si * 1.01).right
    assert_match(/too high/, review.call("at_least", piece.shown_si * 1.1).words)
    assert_match(/an at-least, not a break\. What gave way was the shackle/, review.call("break", piece.shown_si).words)
    assert_match(/not judged/, review.call(nil, nil).words)
    refute review.call("void", nil).right
  end

  def score(lesson, **given) = Practice::Score.new(lesson, **given).found

  def test_a_bound_that_holds_earns_the_more_the_nearer_it_lies
    plain = lesson("connector-first")
    truth = Practice::Score.new(plain, minimum_si: nil).truth_si
    points = [1.0, 0.95, 0.8, 0.3].map { |share| score(plain, minimum_si: truth * share).promise }

    assert_equal 70.0, points.first
    assert_equal points.sort.reverse, points
    assert_operator points.last, :>, 0
    assert_equal 5.0, score(plain, minimum_si: nil).promise
  end

  def test_a_broken_promise_costs_more_than_any_bound_earns
    plain = lesson("connector-first")
    truth = Practice::Score.new(plain, minimum_si: nil).truth_si
    barely = score(plain, minimum_si: truth * 1.0001)

    assert_equal [false, -60.0], [barely.held, barely.promise]
    assert_equal(-150.0, score(plain, minimum_si: truth * 2).promise)
    assert_match(/broken: it lies 5\.0 % above/, score(plain, minimum_si: truth * 1.05).words)
  end

  def test_where_none_can_be_stated_the_honest_word_earns_everything
    none = lesson("below-its-range")

    assert_equal [70.0, -100.0], [score(none, minimum_si: nil).promise, score(none, minimum_si: 900.0).promise]
    choice = lesson("one-each")
    assert_equal 70.0, score(choice, minimum_si: nil, choice: "cannot").promise
    assert_equal [-60.0, -60.0], [score(choice, minimum_si: nil, choice: "highest").promise,
                                  score(choice, minimum_si: nil).promise]
    assert_equal 15.0, score(choice, minimum_si: nil, choice: "cannot", right: 1, judged: 2).judging
  end

  def free(trade, difficulty, seed) = Practice::Lesson.new(Practice::Free.content(trade, difficulty, seed))

  def test_every_trade_and_difficulty_makes_a_lesson
    Practice::Free::TRADES.each do |trade|
      Practice::Free::DIFFICULTIES.each_key do |difficulty|
        made = free(trade[:key], difficulty, 9)

        assert_equal Practice::Free::DIFFICULTIES[difficulty][:pieces], made.pieces(9).size
        assert MildAnvil::Devices::Simulator::Shapes.const_defined?(made.content[:shape])
      end
    end
    assert_raises(MildAnvil::InvalidInput) { free("other", "plain", 1) }
    assert_raises(MildAnvil::InvalidInput) { free("rigging", "other", 1) }
  end

  # An honest rater keeps to a bound that holds; a lucky one takes the lowest break for the minimum.
  def raters(lesson, seed)
    breaks = lesson.pieces(seed).map(&:strength_si)
    mean = breaks.sum / breaks.size
    s = Math.sqrt(breaks.sum { |value| (value - mean)**2 } / (breaks.size - 1))
    k = MildAnvil::Core::Statistics::ToleranceFactor.normal(breaks: breaks.size, coverage: 0.95, confidence: 0.95)
    { honest: mean - (k * s), lucky: breaks.min, bold: mean - (2 * s), timid: mean * 0.3 }
      .transform_values { |minimum| score(lesson, minimum_si: minimum).promise }
  end

  def test_over_two_hundred_lessons_honesty_pays
    totals = Hash.new(0.0)
    200.times do |seed|
      made = free(Practice::Free::TRADES[seed % 2 * 2][:key], "plain", seed)
      raters(made, seed + 1000).each { |who, points| totals[who] += points / 200 }
    end

    assert_operator totals[:honest], :>, 40
    assert_operator totals[:honest] - totals[:lucky], :>, 50
    assert_operator totals[:honest] - totals[:bold], :>, 10
    assert_operator totals[:honest] - totals[:timid], :>, 10
  end

  def test_what_the_other_schools_would_have_said_is_held_against_the_truth
    said = Practice::Aftermath.schools([{ "key" => "lowest", "name" => "Lowest", "value_si" => 19.0 },
                                        { "key" => "x", "name" => "X", "refusal" => "too few" }], 18.0)

    assert_equal [false, nil], said.map(&:holds)
    assert_equal "too few", said.last.refusal
  end

  def test_lessons_that_cannot_be_played_are_refused_by_name
    good = shipped.first.content
    { pieces: 0, answer: { kind: "other" }, population: nil }.each do |name, value|
      error = assert_raises(MildAnvil::InvalidInput) { Practice::Lesson.new(good.merge(name => value)) }

      assert_includes error.details[:fields].keys, name
    end
    two = { kind: "choice", options: [{ key: "a", right: true }, { key: "b", right: true }] }
    assert_raises(MildAnvil::InvalidInput) { Practice::Lesson.new(good.merge(answer: two)) }
  end
end
