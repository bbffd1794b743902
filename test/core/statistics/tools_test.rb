# frozen_string_literal: true

require_relative "../../test_helper"

# The tools that the statistics stand on.
class StatisticalToolsTest < CoreCase
  S = MildAnvil::Core::Statistics

  # By hand: y = 1 + 2x through (0, 1), (1, 3), (2, 5) but for one unit at the last.
  def test_a_line_by_hand
    fit = S::LinearFit.new([[1.0, 1.0, 1.0], [0.0, 1.0, 2.0]], [1.0, 3.0, 6.0])

    assert_in_delta 5 / 6.0, fit.coefficients[0], 1e-14
    assert_in_delta 2.5, fit.coefficients[1], 1e-14
    assert_in_delta 1 / 6.0, fit.rss, 1e-14
    assert_in_delta Math.sqrt(1 / 12.0), fit.standard_errors[1], 1e-14
  end

  # A parabola far from zero: normal equations would lose it.
  def test_digits_survive_a_large_offset
    x = Array.new(9) { |i| 1.0e5 + i }
    centred = x.map { |v| v - 100_004.0 }
    fit = S::LinearFit.new([[1.0] * 9, centred, centred.map { |v| v * v }], centred.map do |v|
      3 + (0.5 * v) - (0.25 * v * v)
    end)

    [3.0, 0.5, -0.25].zip(fit.coefficients) { |expected, got| assert_in_delta expected, got, 1e-12 }
  end

  def test_columns_that_depend_on_each_other_are_refused
    assert_raises(MildAnvil::InvalidInput) { S::LinearFit.new([[1.0, 1.0, 1.0], [2.0, 2.0, 2.0]], [1.0, 2.0, 3.0]) }
    assert_raises(MildAnvil::InsufficientData) { S::LinearFit.new([[1.0], [2.0]], [1.0]) }
  end

  def test_the_lowest_point_is_found_between_the_places
    assert_in_delta 1.7, S::Minimum.along([0.0, 1.0, 2.0, 3.0]) { |x| (x - 1.7)**2 }, 1e-7
    assert_in_delta 0.0, S::Minimum.along([0.0, 1.0, 2.0]) { |x| x }, 1e-7
  end

  def test_a_smooth_function_is_read_between_its_places
    laid_down = S::Chebyshev.new(-1.0, 4.0, 40) { |x| Math.exp(-x) * Math.sin(3 * x) }

    [-0.9, 0.0, 1.234, 3.99].each { |x| assert_in_delta Math.exp(-x) * Math.sin(3 * x), laid_down.at(x), 1e-11 }
  end

  def test_a_function_laid_down_in_pieces_asks_only_where_it_is_read
    asked = []
    pieces = S::ChebyshevPieces.new(1.5, 16) { |x| asked.push(x).last.then { |y| Math.exp(-y) } }

    [3.1, 3.0, 4.4].each { |x| assert_in_delta Math.exp(-x), pieces.at(x), 1e-13 }
    assert_equal 16, asked.size
    assert(asked.all? { |x| x.between?(3.0, 4.5) })
  end

  ROOTS = {
    ->(x) { (x**3) - 2 } => Math.cbrt(2), ->(x) { Math.exp(-x) - 1e-3 } => Math.log(1000), lambda { |x|
                                                                                             x < 1.75 ? -1.0 : 1.0
                                                                                           } => 1.75,
    ->(x) { (x - 1.1)**9 } => 1.1, ->(x) { x > 2 ? Float::INFINITY : x - 1.5 } => 1.5, lambda { |x|
                                                                                         Math.atan(1e6 * (x - 2.25))
                                                                                       } => 2.25
  }.freeze

  def test_roots_are_found_where_they_are_and_soon
    ROOTS.each do |function, root|
      looks = 0

      assert_in_delta root, S::Roots.bracketed(0.0, 9.0, tolerance: 1e-12) { |x|
        (looks += 1) && function.call(x)
      }, 1e-10
      assert_operator looks, :<, 60
    end
    assert_in_delta 0.0, S::Roots.bracketed(-1.0, 3.0) { |x| x < 0 ? -1.0 : 1.0 }, 1e-12
    assert_raises(MildAnvil::NotConverged) { S::Roots.bracketed(1.0, 2.0) { |x| x } }
  end

  def test_a_stream_follows_from_its_seed_and_fills_the_unit_evenly
    one, same, other = [7, 7, 8].map { |seed| S::RandomStream.new(seed).then { |s| Array.new(20_000) { s.next } } }

    assert_equal one, same
    refute_equal one, other
    assert(one.all? { |u| u > 0 && u < 1 })
    (0..9).each { |tenth| assert_in_delta 2000, one.count { |u| (u * 10).floor == tenth }, 180 }
    assert_in_delta 0.0, one.each_cons(2).sum { |a, b| (a - 0.5) * (b - 0.5) } / one.size, 0.002
  end

  # These very figures belong to kept ratings: they may never change.
  def test_the_stream_is_kept
    stream = S::RandomStream.new(1)

    [0.6916716050320414, 0.044832043358239565, 0.36940358876291324].each do |expected|
      assert_in_delta expected, stream.next, 1e-16
    end
  end

  def values(forces) = forces.map { |kind, y| S::Likelihood::Value.new(kind: kind, low: y) }

  # On a complete normal lot the simulated drop is near the exact one.
  def test_the_simulated_drop_of_a_complete_normal_lot_is_the_exact_one
    lot = values([22.1, 23.4, 21.8, 24.0, 22.9, 23.1].map { |v| [:exact, v] })
    fit = S::LocationScaleFit.new(S::Families::StandardNormal, lot)
    drops = S::SimulatedDrop.of(family: S::Families::StandardNormal, values: lot, fit: fit, p: 0.05, confidence: 0.95)
    exact = S::CalibratedDrop.of(breaks: 6, coverage: 0.95, confidence: 0.95)

    assert_in_delta exact, drops.lower, 0.25 * exact
    assert_operator drops.lots, :>=, 400
  end

  def test_the_simulated_drop_is_the_same_every_time_and_in_every_unit
    drop = lambda do |factor|
      lot = values([[:exact, 22.1], [:exact, 23.4], [:right, 21.8], [:exact, 24.0]].map do |kind, v|
        [kind, v * factor]
      end)
      fit = S::LocationScaleFit.new(S::Families::StandardNormal, lot)
      S::SimulatedDrop.new(S::Families::StandardNormal, lot.map do |v|
        [v.kind, v.kind == :exact ? nil : (v.low - fit.location) / fit.scale]
      end, 0.05, 1).drops(0.95).lower
    end

    assert_in_delta drop.call(1.0), drop.call(1.0)
    assert_in_delta drop.call(1.0), drop.call(1000.0), 1e-4
  end

  def test_pooled_scatter_by_hand_and_its_homogeneity
    pooled = S::Homogeneity.pooled([[1.0, 3.0], [2.0, 4.0, 6.0]])

    assert_in_delta Math.sqrt(10 / 3.0), pooled.standard_deviation, 1e-12
    assert_equal 3, pooled.dof
    assert_operator S::Homogeneity.pooled([[1.0, 1.1, 0.9, 1.05], [1.0, 30.0, -20.0, 8.0]]).p, :<, 0.01
    assert_nil S::Homogeneity.pooled([[1.0, 2.0, 4.0]]).p
    assert_raises(MildAnvil::InsufficientData) { S::Homogeneity.pooled([[1.0]]) }
    assert_raises(MildAnvil::InsufficientData) { S::Homogeneity.pooled([[2.0, 2.0]]) }
  end
end
