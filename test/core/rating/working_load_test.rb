# frozen_string_literal: true

require_relative "../../test_helper"

class WorkingLoadTest < CoreCase
  def limit(minimum, factor, step = nil)
    Rating::WorkingLoad.limit(minimum_si: minimum, factor: factor, unit: unit, step: step).text
  end

  def test_the_limit_is_rounded_down_to_the_marking_step
    assert_equal "4.2", limit(21_300.0, 5.0, 0.1)
    assert_equal "4.25", limit(21_300.0, 5.0, 0.05)
    assert_equal "0.3", limit(1500.0, 5.0, 0.1)
  end

  def test_without_a_step_two_figures_are_marked
    assert_equal "4.2", limit(21_300.0, 5.0)
    assert_equal "0.42", limit(2130.0, 5.0)
  end

  def test_a_larger_factor_never_allows_more
    limits = [2, 3, 4, 5, 7, 10].map { |factor| limit(21_300.0, factor, 0.1).to_f }

    assert_equal limits.sort.reverse, limits
  end

  def test_a_factor_below_one_is_no_factor
    assert_raises(MildAnvil::InvalidInput) { limit(21_300.0, 0.8, 0.1) }
  end
end
