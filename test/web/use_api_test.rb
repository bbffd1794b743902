# frozen_string_literal: true

require_relative "../support/web_case"

# What a rating means in use, over HTTP; each answer is held against the OpenAPI file.
class UseApiTest < WebCase
  def made
    @made ||= lot_with_breaks(8.1, 8.4, 7.9, 8.2, requirements: [{ text: "0.9", unit: "kN", measure: "service" }],
                                                  claims: [claim("1.5", measure: "working_load")])
  end

  def use(query = "") = call(:get, "/api/lots/#{made.id}/use?#{query}")

  def test_factors_hung_bracket_and_group_in_one_answer
    single = lot_with_breaks(4.5, 4.7, 4.6, name: "Single")
    found = use("way=two_legs&angle=60&angle_of=included&reductions=knot-eight&load=0.2&arm=300&depth=200&top=2&all=4" \
                "&single_lot=#{single.id}&count=2")

    assert_equal "sling-synthetic-5", found["factors"].first["key"]
    assert_operator found["factors"].first["reached"]["factor"], :>, 7
    assert_match(/states no factor: with 5 it means 7\.50 kN/, found["claims"].first)
    assert_match(/on two legs, 30° from the vertical × 0\.70 figure-eight loop/, found["sling"]["sentence"])
    assert_equal [true, "0.15"], [found["bracket"]["holds"], found["bracket"]["pull"]["text"]]
    assert_match(/of what 2 single ones would/, found["group"]["sentence"])
    assert_match(/not independent/, found["backup"])
  end

  def test_what_cannot_be_is_refused_in_words_and_nothing_is_kept
    before = Models::RatingTerms.where(lot_id: made.id).count
    call(:get, "/api/lots/#{made.id}/use?way=two_legs&angle=70", expect: 422)
    call(:get, "/api/lots/#{made.id}/use?reductions=magic", expect: 422)
    call(:get, "/api/lots/#{made.id}/use?load=1&arm=300&depth=200&top=4&all=2", expect: 422)
    assert_match(/needs 2 breaks|at least/, use("single_lot=#{lot.id}&count=2")["group"]["refusal"])
    use("factor=7")

    assert_equal before, Models::RatingTerms.where(lot_id: made.id).count
  end

  def test_pairs_of_in_and_out_give_an_efficiency
    found = use("into=1;2;3,0;4&out=0.9;1.8;2.7;3.6&speeds=1;2;3;4")["efficiency"]

    assert_match(/Out is 0\.900 of in/, found["sentences"].first)
    assert_equal "an efficiency with limits needs at least 2 pairs", use("into=1&out=0.9")["efficiency"]["refusal"]
    call(:get, "/api/lots/#{made.id}/use?into=1;2&out=1", expect: 422)
    call(:get, "/api/lots/#{made.id}/use?into=1;x&out=1;2", expect: 422)
  end

  def test_without_a_minimum_there_is_nothing_to_use
    found = call(:get, "/api/lots/#{lot_with_breaks(8.0).id}/use")

    assert_nil found["minimum"]
    assert_match(/One break gives no minimum/, found["refusal"])
  end

  def test_one_more_break_has_its_minutes_and_its_cost
    call(:put, "/api/lots/#{made.id}/making", { cost: 4.5 })

    assert_equal [10.0, 4.5], rated(made.id)["each"].values_at("minutes", "cost")
  end
end
