# frozen_string_literal: true

require_relative "../../test_helper"

# What the tests say of a lot, and what they say they cannot see.
class AidsTest < CoreCase
  Outliers = MildAnvil::Core::Outliers
  EVEN = [22.1, 22.4, 22.0, 22.6, 22.3, 22.5, 22.2, 22.45].freeze

  def sample_tests(breaks) = Outliers::SampleTests.for(breaks).to_h { |test| [test.key, test] }

  def test_an_even_lot_flags_nothing
    assert(sample_tests(EVEN).values.none?(&:flags))
  end

  def test_one_far_out_is_flagged_by_name
    flagged = sample_tests([*EVEN, 15.0])

    %i[grubbs generalized_esd dixon median_score].each do |key|
      assert_predicate flagged[key], :flags, key
      assert_equal [15.0], flagged[key].values, key
    end
  end

  def test_two_far_out_do_not_hide_each_other
    lot = [*EVEN, 15.0, 15.1]

    assert_equal 2, sample_tests(lot)[:generalized_esd].values.size
    refute sample_tests(lot)[:dixon].flags # the gap beside the outermost is small: it cannot see two
  end

  # At three values the largest distance that can be is 1.155 s, and the limit 1.154.
  def test_at_three_values_nothing_is_seen_and_said_so
    grubbs = sample_tests([22.0, 22.1, 15.0])[:grubbs]

    assert_match(/next to nothing/, grubbs.detectable)
    assert_in_delta 2 / Math.sqrt(3), Outliers::Grubbs.largest_possible(3), 1e-12
  end

  def test_every_aid_answers_in_words_at_any_number
    [[], [1.0], [1.0, 2.0], [1.0, 1.0, 1.0], [1.0, 2.0, 3.0], Array.new(40) { |i| 20 + Math.sin(i) }].each do |lot|
      Outliers::SampleTests.for(lot).each do |test|
        assert_operator test.in_words.size, :>, 10, lot.inspect
        assert_operator test.detectable.size, :>, 5
        assert_includes [true, false, nil], test.flags
      end
    end
  end

  # Another unit or another zero changes no verdict.
  def test_verdicts_do_not_depend_on_the_unit
    lot = [*EVEN, 19.0]
    [->(v) { v * 4448.2 }, lambda { |v|
      (v * 3) - 50
    }].each do |change|
      assert_equal sample_tests(lot).transform_values(&:flags),
                   sample_tests(lot.map(&change)).transform_values(&:flags)
    end
  end

  def test_the_order_of_pulling_does_not_matter
    lot = [*EVEN, 19.0]

    assert_equal sample_tests(lot).transform_values(&:in_words), sample_tests(lot.reverse).transform_values(&:in_words)
  end

  # Dixon's table for the smallest numbers, one-sided 5 %.
  def test_dixon_as_printed
    { 3 => 0.941, 4 => 0.765, 5 => 0.642, 6 => 0.560, 7 => 0.507 }.each { |n, limit| assert_in_delta limit, Outliers::Dixon.critical(n, :r10, 0.05), 0.006 }
  end

  def test_too_few_or_equal_values_are_refused
    assert_raises(MildAnvil::InsufficientData) { Outliers::Grubbs.new([1.0, 2.0]) }
    assert_raises(MildAnvil::InsufficientData) { Outliers::Dixon.new([1.0] * 31) }
    assert_raises(MildAnvil::InsufficientData) { Outliers::GeneralizedEsd.call([1.0, 2.0, 3.0], most: 1) }
    assert_raises(MildAnvil::InsufficientData) { Outliers::Normality.w_test([2.0, 2.0, 2.0]) }
  end

  def plot(*values) = Outliers::ProbabilityPlot.points(values, MildAnvil::Core::Statistics::Families::StandardNormal)

  # (rank - 0.3)/(n + 0.4), as printed for five.
  def test_places_of_a_complete_lot
    assert_equal([0.1296, 0.3148, 0.5, 0.6852, 0.8704], plot(*[3.0, 1.0, 2.0, 5.0, 4.0].map do |v|
      [:break, v]
    end).map { |p| p.share.round(4) })
  end

  def test_a_piece_known_only_to_be_stronger_raises_the_ranks_behind_it
    points = plot([:break, 1.0], [:at_least, 2.0], [:break, 3.0], [:break, 4.0])

    assert_equal [nil, :right, nil, nil], points.map(&:arrow)
    assert_operator points[2].share, :>, plot(*[1.0, 2.0, 3.0, 4.0].map { |v| [:break, v] })[1].share
    assert(points.map(&:score).each_cons(2).all? { |a, b| b >= a })
  end
end
