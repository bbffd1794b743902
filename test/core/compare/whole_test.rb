# frozen_string_literal: true

require_relative "../../test_helper"

# A comparison is whole, or says first what is not in it; and what more of a thing is called.
class WholeComparisonTest < CoreCase
  Compare = MildAnvil::Core::Compare
  FIGURES = MildAnvil::Core::Quantity::FigureRule.new(unit: MildAnvil::Catalogue.units.force!("kN"), step: "0.01")

  def side(name, values)
    Compare::Side.of(name, values.map { |v| Rating::Observation.checked(counts_as: :break, value_si: v * 1000.0) })
  end

  def many(count) = Array.new(count) { |i| side("g#{i}", [5.0 + (i * 0.01), 5.1, 5.3 + (i * 0.02)]) }

  def study(sides, by: "strength", **rest)
    Compare::Study.new(sides, one: sides.first.key, comparable: Compare::Comparable.find!(by), figures: FIGURES,
                              **rest).to_h
  end

  def test_sixty_four_groups_are_compared_and_more_are_told_first
    assert_equal 64, study(many(64))[:groups].size
    assert_empty study(many(64))[:mind].grep(/not in this comparison/)
    assert_match(/\A1 more group of this study is not in this comparison: it takes 64 at once/,
                 study(many(65))[:mind].first)
    assert_match(/\A3 more groups of this study are not/, study(many(4), left_out: 3)[:mind].first)
  end

  def test_more_of_it_is_called_what_it_is
    found = { "strength" => "stronger", "stiffness" => "stiffer", "energy" => "tougher" }.map do |by, word|
      [word, study([side("a", [5.0]), side("b", [5.5])], by: by)[:pair][:sentences].join,
       study(many(2), by: by)[:pair][:sentences].join]
    end

    found.each do |word, single, several|
      assert_includes single, "was the #{word}, by 0.50 kN"
      assert_includes several, "was the #{word} of two"
      refute_match(/stronger/, single + several) unless word == "stronger"
    end
  end
end
