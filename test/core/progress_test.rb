# frozen_string_literal: true

require_relative "../test_helper"

class ProgressTest < CoreCase
  Progress = MildAnvil::Core::Plan::Progress

  def next_step(planned, pulled, judged, **given)
    Progress.new(planned: planned, pulled: pulled, judged: judged, minimum: true, **given).next_step
  end

  def test_the_next_step_follows_from_the_counts
    assert_equal :pull, next_step(6, 0, 0)
    assert_equal :judge, next_step(6, 4, 3)
    assert_equal :pull, next_step(6, 4, 4)
    assert_equal :sign, next_step(6, 6, 6)
    assert_equal :sign, next_step(nil, 3, 3)
    assert_equal :more, next_step(1, 1, 1, minimum: false)
    assert_equal :sign, next_step(6, 6, 6, minimum: nil) # it is being computed
    assert_equal :review, next_step(6, 6, 6, signed: true)
    assert_equal :done, next_step(6, 6, 6, signed: true, reviewed: true)
  end

  def test_incomplete_judgements_come_first_and_demonstrations_are_done_when_judged
    assert_equal :judge, next_step(6, 6, 6, incomplete: 1)
    assert_equal :done, next_step(6, 6, 6, unsigned: true)
    assert_predicate Progress.new(planned: 6, pulled: 0, judged: 0), :waits?
    refute_predicate Progress.new(planned: 6, pulled: 6, judged: 6, unsigned: true), :waits?
  end
end
