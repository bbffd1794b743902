# frozen_string_literal: true

require_relative "../support/store_case"
require_relative "../../demo/scenario"

# The scenario that a first start shows.
class DemoTest < StoreCase
  def setup
    DATABASE[:people].delete
    Demo::Scenario.load
    @lots = Actions::ListLots.call[:jobs].flat_map { |job| job[:lots] }
  end

  def summary(name) = @lots.find { |lot| lot[:name] == name }.fetch(:summary)

  def test_the_demo_holds_what_it_promises
    many_pulls_of_many_trades
    claims_of_every_outcome
    every_way_to_count
    what_waits
  end

  private

  def many_pulls_of_many_trades
    assert_operator @lots.size, :>=, 6
    assert_operator @lots.map { |lot| lot[:item_type] }.uniq.size, :>=, 6
    assert_operator DATABASE[:pulls].count, :>=, 60
    assert_operator DATABASE[:curves].count, :>=, 55
  end

  def claims_of_every_outcome
    verdicts = @lots.map { |lot| lot[:summary]["verdict"] }.tally

    assert_operator verdicts["pass"], :>=, 2
    assert_operator verdicts["fail"], :>=, 1
    assert_operator verdicts["cannot_tell"], :>=, 1
    assert_operator verdicts["not_comparable"], :>=, 1
  end

  def every_way_to_count
    kinds = @lots.flat_map { |lot| lot[:summary]["marks"].map { |mark| mark["counts_as"] } }.uniq

    assert_empty %w[break at_least void unjudged replaced] - kinds
    assert_equal "fitted_lognormal", JSON.parse(JSON.generate(Actions::RateLot.call(lot_id: @lots.find { |l| l[:name].include?("seven") }[:id]).statement.to_h))["chosen"]
    assert_predicate(DATABASE[:pulls].exclude(preload_newtons: nil).count, :positive?)
    assert_equal 5, DATABASE[:pulls].where(origin: "typed").count
  end

  def what_waits
    assert_equal "done", summary("Eye splice, five tucks")["next_step"]
    assert_equal "judge", summary("Eye splice, seven tucks")["next_step"]
    assert_equal "pull", summary("Side-light bracket, cast")["next_step"]
    assert_equal "sign", summary("Cargo net, corner rings")["next_step"]
  end
end
