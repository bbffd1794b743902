# frozen_string_literal: true

require_relative "../../test_helper"

# Slings at angles, brackets, two directions at once.
class InUseTest < CoreCase
  InUse = MildAnvil::Core::Rating::InUse

  # legs, degrees from the vertical => times one leg
  TRIGONOMETRIC = { [:two, 0] => 2.0, [:two, 45] => Math.sqrt(2), [:two, 60] => 1.0, [:three_or_four, 30] => 2.598,
                    [:three_or_four, 60] => 1.5, [:four_rigid, 45] => Math.sqrt(2) }.freeze
  UNIFORM = { [:two, 30] => 1.4, [:two, 45] => 1.4, [:two, 46] => 1.0, [:three_or_four, 45] => 2.1,
              [:three_or_four, 60] => 1.5 }.freeze

  def test_legs_as_printed
    TRIGONOMETRIC.each { |(legs, degrees), times| assert_in_delta times, InUse.legs(legs, degrees), 0.0005 }
    UNIFORM.each { |(legs, degrees), times| assert_in_delta times, InUse.uniform(legs, degrees), 1e-12 }
  end

  def test_the_uniform_method_never_promises_more_than_the_angle
    UNIFORM.each_key do |legs, degrees|
      assert_operator InUse.uniform(legs, degrees), :<=, InUse.legs(legs, degrees) + 0.02
    end
  end

  def test_beyond_sixty_degrees_no_sling_is_used
    [60.1, 90, -1].each { |degrees| assert_raises(MildAnvil::InvalidInput) { InUse.legs(:two, degrees) } }
    assert_raises(MildAnvil::InvalidInput) { InUse.uniform(:two, 61) }
  end

  def test_angles_are_told_in_three_ways
    assert_in_delta 45.0, InUse.from_included(90)
    assert_in_delta 30.0, InUse.from_horizontal(60)
  end

  def test_the_table_is_rounded_down
    rows = InUse.table(4870.0, MildAnvil::Core::Quantity::FigureRule.new(unit: unit, step: 0.1)).to_h { |row| [row.key, row.limit.text] }

    assert_equal({ vertical: "4.8", choker: "3.8", basket: "9.7", two_legs_45: "6.8", two_legs_60: "4.8" },
                 rows.slice(:vertical, :choker, :basket, :two_legs_45, :two_legs_60))
  end

  def test_a_bracket_by_hand
    assert_in_delta 1000.0, InUse.bracket(1000.0, arm: 0.4, depth: 0.2, fixings: 2), 1e-9
    assert_in_delta 500.0, InUse.bracket(1000.0, arm: 0.4, depth: 0.2, fixings: 2, spread: true), 1e-9
    assert_raises(MildAnvil::InvalidInput) { InUse.bracket(1.0, arm: 1.0, depth: 0.0, fixings: 1) }
  end

  def test_two_directions_at_once
    assert_in_delta 1.0, InUse.combined(50.0, 100.0, 30.0, 60.0), 1e-12
    assert_operator InUse.combined(50.0, 100.0, 30.0, 60.0, exponent: 1.5), :<, 1.0
    assert_in_delta 0.75, InUse.group_efficiency(30.0, 10.0, 4), 1e-12
  end
end
