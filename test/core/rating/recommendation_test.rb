# frozen_string_literal: true

require_relative "../../test_helper"

# Which bound is recommended, from what is known of the population and of the values.
class RecommendationTest < CoreCase
  EVEN = [23.4, 24.1, 23.0, 24.6, 23.7, 22.8].freeze
  # Eleven alike and one far below: no normal shape.
  SKEWED = [24.0, 24.1, 24.2, 24.0, 24.1, 24.2, 24.1, 24.0, 24.2, 24.1, 24.0, 19.0].freeze

  def population(shape, reason = "tried here") = Rating::Population.from_h({ "shape" => shape, "reason" => reason })

  def recommended(values, shape, **given)
    known = shape && population(shape)
    Rating::ComputeRating.call(sample_of(*values), terms(population: known, **given)).recommendation
  end

  def test_it_follows_what_is_known_of_the_item
    keys = ["normal", "weibull", "unknown", nil].map { |shape| recommended(EVEN, shape).key }

    assert_equal %i[tolerance_normal tolerance_weibull cautious cautious], keys
  end

  def test_the_reason_says_what_it_rests_on
    assert_match(/\ATried here: the bound for a normal/, recommended(EVEN, "normal").reason)
    assert_match(/\ATried here: .* weakest place decides/, recommended(EVEN, "weibull").reason)
    assert_match(/\ANothing says what shape.*longest tail/, recommended(EVEN, "unknown").reason)
  end

  # Said, and no other method: one that changed with the values would jump.
  def test_a_shape_that_both_tests_refuse_is_told
    found = recommended(SKEWED, "normal")

    assert_equal :tolerance_normal, found.key
    assert_match(/Both tests of a normal shape object/, found.reason)
    refute_match(/object/, recommended(EVEN, "normal").reason)
  end

  def test_breaks_in_two_ways_are_no_single_population
    broken = EVEN.each_with_index.map do |force, i|
      Rating::Observation.checked(counts_as: :break, value_si: force * 1000, label: i.to_s,
                                  mode: i < 4 ? "torn" : "melted")
    end
    found = Rating::ComputeRating.call(Rating::Sample.new(broken), terms(population: population("normal")))

    assert_equal :cautious, found.recommendation.key
    assert_match(/broke in 2 ways \(melted, torn\)/, found.recommendation.reason)
  end

  def test_bounds_among_the_values_follow_the_shape
    values = [23.0, 24.1, 23.6, [:at_least, 24.0], 24.8]

    assert_equal(%i[fitted_normal fitted_weibull fitted_cautious],
                 %w[normal weibull unknown].map { |shape| recommended(values, shape).key })
    assert_match(/only bounds are taken for what they are/, recommended(values, "normal").reason)
  end

  def test_one_break_among_bounds_has_no_scatter
    assert_match(/1 of 3 broke: a scatter needs two/, recommended([23.0, [:at_least, 24.0], [:at_least, 25.0]],
                                                                  "normal").reason)
  end

  def remarks(*values) = Rating::ComputeRating.call(sample_of(*values), terms).remarks

  # Two breaks a hair apart: k is 26, and the bound says so of its number.
  def test_a_bound_far_below_every_break_says_that_its_number_is_why
    assert_match(/lies 2\d % below the lowest break because there are only 2 values/, remarks(20.0, 20.3).join)
    assert_match(/because there are only 3 values/, remarks(20.0, 22.0, 21.0).join)
    refute_match(/not because the pieces are weak/, remarks(20.0, 20.05, 20.1).join)
    refute_match(/not because the pieces are weak/, remarks(20.0, 22.0, 21.0, 20.5).join)
  end

  def test_the_table_of_items_names_known_items_and_a_reason_for_each
    items = MildAnvil::Catalogue.item_types.map(&:key)
    rows = JSON.parse(File.read("data/populations.json"), symbolize_names: true).fetch(:rows)

    assert_empty rows.flat_map { |row| row[:item_types] } - items
    assert_equal(rows.flat_map { |row| row[:item_types] }.uniq, rows.flat_map { |row| row[:item_types] })
    assert_equal(%w[normal weibull unknown],
                 %w[webbing pegged_joint valve].map { |key| MildAnvil::Catalogue.population(key)[:shape] })
    rows.each { |row| refute_empty row[:reason] }
  end
end
