# frozen_string_literal: true

require_relative "../support/store_case"
require_relative "../../demo/scenario"

# The scenario that a first start shows.
class DemoTest < StoreCase
  def setup
    Demo::Scenario.load
    nil while Actions::Worker.run_once
    @lots = Actions::ListLots.call[:jobs].flat_map { |job| job[:lots] }
  end

  def summary(name) = @lots.find { |lot| lot[:name] == name }.fetch(:summary)

  def test_the_demo_holds_what_it_promises
    many_pulls_of_many_trades
    claims_of_every_outcome
    every_way_to_count
    what_waits
    people_of_every_role
    statements_of_every_state
  end

  private

  def many_pulls_of_many_trades
    assert_operator @lots.size, :>=, 13
    assert_operator @lots.map { |lot| lot[:item_type] }.uniq.size, :>=, 8
    assert_operator DATABASE[:pulls].count, :>=, 80
    assert_equal [4, 12], [DATABASE[:studies].count, DATABASE[:study_groups].where(factor_id: rows_of_straps).count]
    assert_equal "torque", @lots.find { |lot| lot[:name].start_with?("Lamp bolt") }[:measurand]
  end

  # A study of three factors, all of its cells lots, in one order over three days.
  def rows_of_straps
    study = DATABASE[:studies].first(name: "How a strap is sewn")

    orders = DATABASE[:pull_orders].where(study_id: study[:id]).select(:id)

    assert_equal 36, DATABASE[:pull_order_rows].where(pull_order_id: orders).count
    DATABASE[:factors].where(study_id: study[:id]).order(:position).get(:id)
  end

  def claims_of_every_outcome
    verdicts = @lots.map { |lot| lot[:summary]["verdict"] }.tally

    %w[pass fail cannot_tell not_comparable].each { |state| assert_operator verdicts[state].to_i, :>=, 1, state }
  end

  def every_way_to_count
    marks = @lots.flat_map { |lot| lot[:summary]["marks"] }

    assert_empty %w[break at_least void] - marks.map { |mark| mark["counts_as"] }
    assert_empty %w[counted superseded void unjudged] - marks.map { |mark| mark["state"] }
    assert_operator summary("Sewn loop, both ends")["marks"].count { |mark| mark["preloaded"] }, :>=, 4
    refute_match(/printed/i, @lots.map { |lot| lot[:name] }.join)
  end

  def what_waits
    assert_equal "done", summary("Eye splice, five tucks")["next_step"]
    assert_equal "judge", summary("Eye splice, seven tucks")["next_step"]
    assert_equal "pull", summary("Side-light bracket, cast")["next_step"]
    assert_equal "sign", summary("Cargo net, corner rings")["next_step"]
    assert_equal "review", summary("Peg joint, oak, dry")["next_step"]
  end

  def people_of_every_role
    assert_equal %w[administrator reviewer technician viewer], DATABASE[:person_roles].distinct.select_map(:role).sort
    assert_equal 5, Actions::DemoPeople.list.size
  end

  def statements_of_every_state
    statements = Models::Statement.eager(:signatures).all

    assert_equal 1, statements.count(&:reviewed?)
    assert_equal(1, statements.count(&:superseded_by))
    assert(statements.all? { |statement| Actions::RecheckStatement.call(statement_id: statement.id)[:intact] })
    assert_nil MildAnvil::Store::Events.first_broken(DATABASE)
  end
end
