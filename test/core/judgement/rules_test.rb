# frozen_string_literal: true

require_relative "../../test_helper"

# The rules of judging, a row of docs/judging.md a test.
class JudgementRulesTest < CoreCase
  Judgement = MildAnvil::Core::Judgement

  READ = Judgement::Measurement.new(quantity: "peak", value_si: 8100.0, source: "finding")
  def bounded(cause) = READ.dup.tap { |m| m.lower_bound_cause = cause }
  def reading(value) = MildAnvil::Core::Quantity::TypedReading.new(value_si: value)

  def judge(counts_as, measurement: READ, rated_parts: ["specimen"], **given)
    Judgement::Rules.judge(Judgement::Case.new(counts_as: counts_as, measurement: measurement,
                                               rated_parts: rated_parts, **given))
  end

  def refused(...) = assert_raises(MildAnvil::InvalidInput) { judge(...) }.details[:fields]

  def test_a_break_stands_at_what_was_measured
    judged = judge(:break, failed_part: "specimen")

    assert_equal [:break, 8100.0, nil, true], judged.to_a
    refute judge(:break).complete # what failed is not said yet
  end

  def test_a_lower_bound_is_no_break
    { "saturated" => /cell was at its end/, "frozen" => /stood still/, "dropout" => /was gone/,
      "last_reading" => /last reading/ }
      .each do |cause, words|
      assert_match words,
                   refused(:break, measurement: bounded(cause), failed_part: "specimen")[:counts_as]
    end
  end

  def test_a_break_of_something_else_proposes_at_least_and_says_why
    complaint = refused(:break, failed_part: "connector")[:counts_as]

    assert_match(/the connector failed, and the lot does not rate it; count it as “at least”/, complaint)
    assert_equal :at_least, judge(:at_least, failed_part: "connector").counts_as
    assert_equal :break, judge(:break, failed_part: "termination", rated_parts: %w[specimen termination]).counts_as
  end

  def test_at_least_needs_something_else_that_ended_it
    assert_match(/the specimen failed at this value/,
                 refused(:at_least, failed_part: "specimen", reason: "so")[:counts_as])
    assert_equal 8100.0, judge(:at_least, failed_part: "nothing").value_si
    assert_equal :at_least, judge(:at_least, measurement: bounded("saturated"), failed_part: "specimen").counts_as
  end

  def test_at_most_is_a_stated_value_of_somebody_and_no_reading
    wrong = refused(:at_most, failed_part: "specimen")

    assert_equal %i[counts_as stated reason], wrong.keys
    assert_equal %i[counts_as],
                 refused(:at_most, measurement: bounded("saturated"), stated: reading(9000.0),
                                   reason: "Wren saw it").keys
    assert_equal 9000.0,
                 judge(:at_most, measurement: nil, failed_part: "specimen", stated: reading(9000.0),
                                 reason: "Wren saw it").value_si
    assert_includes refused(:at_most, measurement: nil, failed_part: "jaw", stated: reading(9000.0), reason: "x").keys,
                    :failed_part
  end

  def test_between_needs_a_higher_value_that_was_not_reached
    given = { failed_part: "specimen", reason: "gauge" }
    assert_match(/above the value/, refused(:between, upper: reading(8100.0), **given)[:upper])
    assert_match(/is needed/, refused(:between, **given)[:upper])
    assert_match(/no upper value/,
                 refused(:between, measurement: bounded("saturated"), upper: reading(9000.0), **given)[:counts_as])
    assert_equal [8100.0, 9000.0],
                 judge(:between, measurement: bounded("last_reading"), upper: reading(9000.0)).to_a[1, 2]
    assert_equal [:failed_part], refused(:between, upper: reading(9000.0), failed_part: "rope", reason: "x").keys
  end

  def test_a_void_needs_a_cause_other_than_the_value
    assert_equal [:reason], refused(:void, reason: " ").keys
    assert_equal [:void, 8100.0], judge(:void, reason: "wrong pin").to_a.first(2)
    assert judge(:void, reason: "wrong pin").complete
    assert_equal [:not_loaded, nil], judge(:not_loaded, reason: "pin left out").to_a.first(2)
    assert_equal [:reason], refused(:not_loaded).keys
  end

  def test_a_feature_fails_once
    %i[break between].each do |kind|
      assert_match(/failed already in pull 3/,
                   refused(kind, failed_part: "specimen", failed_in: 3, upper: reading(9e3), reason: "x")[:counts_as])
    end
    assert_equal :void, judge(:void, failed_in: 3, reason: "wrong pin").counts_as
  end

  def test_another_choice_than_the_proposed_one_needs_a_reason
    wrong = refused(:between, failed_part: "specimen", upper: reading(9000.0))

    assert_match(/“break” is proposed: the specimen failed/, wrong[:reason])
    assert_equal 9000.0,
                 judge(:between, failed_part: "specimen", upper: reading(9000.0), reason: "slow display").upper_si
  end

  def test_nothing_was_read_so_nothing_is_measured
    %i[break at_least between].each do |kind|
      assert_match(/nothing was read/, refused(kind, measurement: nil)[:counts_as])
    end
    assert_match(/no way to count/, assert_raises(MildAnvil::InvalidInput) { judge(:banana) }.message)
  end

  def test_every_complaint_is_told_at_once
    wrong = refused(:between, failed_part: "connector", failed_in: 2)

    assert_equal %i[counts_as failed_part reason upper].sort, wrong.keys.sort
  end

  def test_every_rule_keeps_the_contract
    rules = Judgement::Rules.all

    assert_equal(%w[break at_least at_most between void not_loaded], rules.map { |r| r::KEY.to_s })
    assert_equal(%i[break at_most between], rules.select { |r| r::FAILS }.map { |r| r::KEY })
  end
end
